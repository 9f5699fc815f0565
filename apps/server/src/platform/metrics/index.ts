export { Metrics } from './metrics.service';
export { serveMetrics } from './serve-metrics';
