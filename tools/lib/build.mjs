import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { at, root } from './paths.mjs';
import { runQuiet, runTold } from './run.mjs';
import { say } from './say.mjs';

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
  const sources = sourceHash();
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

function sourceHash() {
  const hash = createHash('sha256');
  for (const path of SOURCES.flatMap((source) => filesIn(at(source))))
    hash.update(path).update(readFileSync(path));
  return hash.digest('hex');
}

function filesIn(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .filter((name) => name !== 'node_modules')
    .sort()
    .flatMap((name) => filesIn(join(path, name)));
}
