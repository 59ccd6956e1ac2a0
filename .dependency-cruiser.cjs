/** Layers: core <- contract <- server, core <- contract <- web; features meet only in what is shared. */
const PLACES = '(season|orders|pieces|larder|recipes|plan|bench|counter|ledger|practice|workshop)';
const FEATURES =
  '(orders|pieces|plan|workshop|boxes|weighings|promises|customers|exports|imports|season|workshop-file|health|kept|bench|devices)';

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-knows-nobody',
      severity: 'error',
      from: { path: '^packages/core' },
      to: { path: '^(packages/contract|apps)' },
    },
    {
      name: 'contract-knows-core',
      severity: 'error',
      from: { path: '^packages/contract' },
      to: { path: '^apps' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^apps/server' }, to: { path: '^apps/web' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^apps/web' }, to: { path: '^apps/server' } },
    {
      name: 'places-not-sideways',
      severity: 'error',
      from: { path: `^apps/web/src/${PLACES}/` },
      to: { path: `^apps/web/src/${PLACES}/`, pathNot: '^apps/web/src/$1/' },
    },
    {
      name: 'shared-not-upward',
      severity: 'error',
      from: { path: '^apps/web/src/(shared|state)/' },
      to: { path: `^apps/web/src/(${PLACES}|shell|app)` },
    },
    {
      name: 'features-share-entities-only',
      comment:
        'a feature may read another’s tables and the workshop’s set-up and time, never its routes or services',
      severity: 'error',
      from: { path: `^apps/server/src/${FEATURES}/`, pathNot: '\\.test\\.ts$' },
      to: {
        path: `^apps/server/src/${FEATURES}/.*\\.(routes|service)\\.ts$`,
        pathNot: '^apps/server/src/$1/',
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/' },
    tsPreCompilationDeps: false,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.mjs', '.js'],
    },
  },
};
