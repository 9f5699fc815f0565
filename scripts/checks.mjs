// What is checked without running the application, the longest first: they are carried out side by side. Each remembers what
// it has seen in .cache, so that a second run looks only at what changed.
export const CHECKS = [
  ['types', 'npx', ['tsc', '-p', 'tsconfig.json', '--incremental', '--tsBuildInfoFile', '.cache/types.tsbuildinfo']],
  ['lint', 'npx', ['eslint', '--max-warnings', '0', '--cache', '--cache-strategy', 'content', '--cache-location', '.cache/eslint', '.']],
  ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '--cache', '--cache-location', '.cache/prettier', '.']],
  [
    'arrows between areas',
    'npx',
    ['depcruise', '--config', '.dependency-cruiser.cjs', '--cache', '.cache/depcruise', 'packages', 'apps', 'demo', '--output-type', 'err'],
  ],
  ['statements across areas', 'node', ['scripts/cross-area.mjs']],
  ['dead code', 'npx', ['knip', '--no-progress', '--cache', '--cache-location', '.cache/knip']],
];
