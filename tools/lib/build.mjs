import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { at, root } from './paths.mjs';
import { runQuiet, runTold } from './run.mjs';
import { say } from './say.mjs';
import { sourceHash } from './sources.mjs';

/** What the built application is made of. */
const SOURCES = [
  'packages',
  'apps',
  'angular.json',
  'tsconfig.base.json',
  'package-lock.json',
  'tools/build-server.mjs',
];

/**
 * Builds web and server unless what is in dist was built from the same sources. Who only wants to run it need not wait for
 * the types to be checked.
 */
export async function requireBuild({ checksTypes = true } = {}) {
  const mark = at('dist', 'built');
  const sources = sourceHash(SOURCES);
  const known = existsSync(mark) && existsSync(at('dist/web/index.html')) ? readFileSync(mark, 'utf8') : '';
  if (known === `${sources} checked` || (known === sources && !checksTypes)) return;
  say('Building the server …');
  runQuiet(process.execPath, [at('tools/build-server.mjs')], { cwd: root });
  say(`Building the web application (${checksTypes ? 'a minute' : 'half a minute'}) …`);
  await runTold('building', [process.execPath, at('node_modules/@angular/cli/bin/ng.js'), 'build'], {
    cwd: root,
    env: { ...process.env, NG_CLI_ANALYTICS: 'false', CI: '1', NG_BUILD_TYPE_CHECK: checksTypes ? '1' : '0' },
  });
  mkdirSync(at('dist'), { recursive: true });
  writeFileSync(mark, checksTypes ? `${sources} checked` : sources);
}
