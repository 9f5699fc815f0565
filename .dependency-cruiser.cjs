/** The arrows of docs/architecture.md, checked on what the files really import. */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'core-stands-alone', severity: 'error', from: { path: '^packages/core' }, to: { path: '^(packages/contract|apps|demo)' } },
    { name: 'contract-on-core-only', severity: 'error', from: { path: '^packages/contract' }, to: { path: '^(apps|demo)' } },
    {
      name: 'platform-knows-no-area',
      severity: 'error',
      from: { path: '^apps/server/src/platform' },
      to: { path: '^apps/server/src/(areas|stand-ins|outside)' },
    },
    { name: 'outside-is-met-at-its-port', severity: 'error', from: { path: '^apps/server/src/areas' }, to: { path: '^apps/server/src/stand-ins' } },
    {
      name: 'areas-meet-at-the-door',
      comment: 'An area is used through its index.ts.',
      severity: 'error',
      from: { path: '^apps/server/src/areas/([^/]+)/' },
      to: { path: '^apps/server/src/areas/([^/]+)/', pathNot: ['^apps/server/src/areas/$1/', '^apps/server/src/areas/[^/]+/index\\.ts$', '\\.tables\\.ts$'] },
    },
    {
      name: 'tables-of-others-are-only-read',
      comment: 'Tables are written by their own area alone; a read that joins, or a foreign key, may name those of another.',
      severity: 'error',
      from: { path: '^apps/server/src/areas/([^/]+)/', pathNot: '(\\.queries|\\.tables|-fields)\\.ts$' },
      to: { path: '^apps/server/src/areas/([^/]+)/.*\\.tables\\.ts$', pathNot: '^apps/server/src/areas/$1/' },
    },
    {
      name: 'web-areas-meet-at-the-door',
      comment: 'An area of the web is used through its index.ts; its area.ts is for the application alone.',
      severity: 'error',
      from: { path: '^apps/web/src/areas/([^/]+)/' },
      to: { path: '^apps/web/src/areas/([^/]+)/', pathNot: ['^apps/web/src/areas/$1/', '^apps/web/src/areas/[^/]+/index\\.ts$'] },
    },
    {
      name: 'web-parts-know-no-area',
      comment: 'What all areas share knows none of them; only the lists of areas and the entries do.',
      severity: 'error',
      from: { path: '^apps/web/src/(ui|app|workers)/', pathNot: '^apps/web/src/app/(areas|portal-areas|portal-said)\\.ts$' },
      to: { path: '^apps/web/src/areas/' },
    },
    {
      name: 'the-look-stands-below-the-application',
      comment: 'Fields, tables and leaves use of the application what every page uses: data, session, keys.',
      severity: 'error',
      from: { path: '^apps/web/src/ui/' },
      to: { path: '^apps/web/src/app/(areas|router|shell|search)\\.tsx?$' },
    },
    { name: 'the-demo-is-given-to-the-server', severity: 'error', from: { path: '^apps/server/src' }, to: { path: '^demo' } },
    { name: 'web-knows-the-contract', severity: 'error', from: { path: '^apps/web' }, to: { path: '^(apps/server|demo)' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(\\.test\\.tsx?$|/dist/|/test/|vite\\.config|drizzle\\.config)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
};
