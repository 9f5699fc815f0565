export { HeavyWork } from './heavy-work';
export { heavyTask } from './heavy-task';
