import { at } from './paths.mjs';
import { vitestCounts } from './steps.mjs';

const node = process.execPath;
const bin = (path) => [node, at('node_modules', path)];

/** The quick part: format, lint with layer boundaries, types, and the tests that need no browser. */
export async function runChecks(steps) {
  const types = ['packages/core', 'packages/contract', 'apps/server', 'e2e', 'bench'].map((project) => [
    `types of ${project}`,
    [...bin('typescript/bin/tsc'), '-p', project],
  ]);
  await steps.commands([
    ['lint', [...bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']],
    ['format', [...bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
    ['lint proof', [node, at('tools/lint-proof.mjs')]],
    [
      'types of apps/web',
      [
        ...bin('@angular/compiler-cli/bundles/src/bin/ngc.js'),
        ...['-p', 'apps/web/tsconfig.app.json', '--noEmit'],
      ],
    ],
    ...types,
    ['layers', [node, at('tools/layers.mjs')]],
  ]);

  for (const [name, folder] of [
    ['tests of the core', 'packages/core'],
    ['tests of the server', 'apps/server'],
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
      { report, count: vitestCounts },
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
    { report, count: vitestCounts },
  );
}
