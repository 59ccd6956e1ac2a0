import { at } from './paths.mjs';
import { vitestCounts } from './steps.mjs';

const node = process.execPath;
const bin = (path) => [node, at('node_modules', path)];

/** What each tool found last time, by the content of the files. */
const cache = (name) => at('.alnage', 'cache', name);
const cached = (name) => ['--cache', '--cache-strategy', 'content', '--cache-location', cache(name)];
const tsc = (project, name) => [
  ...[...bin('typescript/bin/tsc'), '-p', project],
  ...['--incremental', '--tsBuildInfoFile', cache(`${name}.tsbuildinfo`)],
];

/** The part without a browser: the build, format, lint, layers, types, and the tests; the longest first. */
export async function runChecks(steps) {
  await steps.commands([
    ['the build, with the types of the web', [node, at('tools/build.mjs')]],
    [
      'format',
      [...bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', ...cached('format'), '.'],
    ],
    ['types of the server', tsc('apps/server', 'server')],
    ['spelling', [...bin('cspell/bin.mjs'), '--no-progress', '--no-summary', ...cached('spelling'), '.']],
    ['lint', [...bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0', ...cached('lint')]],
    ['types of core and contract', tsc('tsconfig.packages.json', 'packages')],
    ['types of e2e and bench', tsc('tsconfig.outside.json', 'outside')],
    ['layers', [node, at('tools/layers.mjs')]],
    ['lint proof', [node, at('tools/lint-proof.mjs')]],
  ]);

  for (const [name, folder, sources] of [
    ['tests of the core', 'packages/core', ['packages/core']],
    ['tests of the server', 'apps/server', ['packages', 'apps/server', 'docs']],
  ]) {
    const report = at('.alnage', `${folder.replace('/', '-')}.json`);
    await steps.tests(
      name,
      [
        ...bin('vitest/vitest.mjs'),
        'run',
        '--root',
        folder,
        '--reporter=default',
        '--reporter=json',
        `--outputFile=${report}`,
      ],
      { report, count: vitestCounts, sources },
    );
  }
  const report = at('.alnage', 'web.json');
  await steps.tests(
    'tests of the web',
    [
      ...bin('@angular/cli/bin/ng.js'),
      'test',
      '--watch=false',
      '--reporters=default',
      '--reporters=json',
      `--output-file=${report}`,
    ],
    { report, count: vitestCounts, sources: ['packages', 'apps/web', 'angular.json'] },
  );
}
