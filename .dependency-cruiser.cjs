/**
 * Who may know whom. Packages: core <- contract <- server, core <- contract <- web. The server is a house of floors in which
 * every import goes down; the web is places that stand on what is shared and never lean on each other. CONTRIBUTING.md says
 * what belongs on each floor; tools/lint-proof.mjs shows that each of these rules catches.
 */
const PLACES = '(season|orders|pieces|larder|recipes|plan|bench|counter|ledger|practice|workshop)';
/** From the ground up. */
const FLOORS = ['store', 'platform', 'shop', 'week', 'work', 'edges'];
const SERVER = '^apps/server/src/';
/** Tests put the whole application together, so they stand outside the floors. */
const CODE = { pathNot: '\\.test\\.ts$|/testing/' };

const error = (name, from, to) => ({ name, severity: 'error', from, to });

/** A floor knows those below it; neither those above nor what puts the application together. */
const floorRules = FLOORS.map((floor, index) => {
  const above = FLOORS.slice(index + 1).map((each) => `${each}/`);
  return error(
    `${floor}-imports-down`,
    { path: `${SERVER}${floor}/`, ...CODE },
    { path: `${SERVER}(${[...above, '[^/]+$', 'testing/'].join('|')})` },
  );
});

/** Rooms of one floor that do not know each other: what two need is a reading below, or is put together above. */
const roomsApart = ['work', 'edges'].map((floor) =>
  error(
    `rooms-of-${floor}-apart`,
    { path: `${SERVER}${floor}/([^/]+)/`, ...CODE },
    { path: `${SERVER}${floor}/`, pathNot: `${SERVER}${floor}/$1/` },
  ),
);

module.exports = {
  forbidden: [
    error('no-cycles', {}, { circular: true }),
    error('core-knows-nobody', { path: '^packages/core' }, { path: '^(packages/contract|apps)' }),
    error('contract-knows-core', { path: '^packages/contract' }, { path: '^apps' }),
    error('server-not-web', { path: '^apps/server' }, { path: '^apps/web' }),
    error('web-not-server', { path: '^apps/web' }, { path: '^apps/server' }),
    error(
      'places-not-sideways',
      { path: `^apps/web/src/${PLACES}/` },
      { path: `^apps/web/src/${PLACES}/`, pathNot: '^apps/web/src/$1/' },
    ),
    error(
      'shared-not-upward',
      { path: '^apps/web/src/(shared|state)/' },
      { path: `^apps/web/src/(${PLACES}|shell|app)` },
    ),
    ...floorRules,
    ...roomsApart,
    error('shop-knows-no-work', { path: `${SERVER}shop/`, ...CODE }, { path: `${SERVER}store/work/` }),
    error(
      'week-has-no-routes',
      { path: `${SERVER}week/`, ...CODE },
      { path: `${SERVER}platform/http/app-type` },
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.mjs', '.js'],
    },
  },
};
