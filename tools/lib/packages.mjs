import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { at, ownFolder, root } from './paths.mjs';
import { runTold } from './run.mjs';
import { Refusal, say } from './say.mjs';

const OLDEST_NODE = [20, 19];

/** Refuses a Node.js that is too old for what is installed here. */
export function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1]))
    throw new Refusal(
      `Node.js ${process.versions.node} is too old; install ${OLDEST_NODE.join('.')} or newer.`,
    );
}

/** Installs the npm packages when the lock file is another than the one they were installed from. */
export async function requirePackages() {
  requireNode();
  const mark = at('.alnage', 'packages');
  const lock = createHash('sha256')
    .update(readFileSync(at('package-lock.json')))
    .digest('hex');
  const isThere = existsSync(at('node_modules')) && existsSync(mark) && readFileSync(mark, 'utf8') === lock;
  if (isThere) return;
  say('Installing npm packages (about a minute, once) …');
  try {
    await runTold('installing', ['npm', 'ci', '--no-progress', '--loglevel=error'], {
      cwd: root,
      env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
    });
  } catch (error) {
    throw new Refusal(`${error.message}\nIt needs the npm registry once; run the same command again.`);
  }
  mkdirSync(ownFolder, { recursive: true });
  writeFileSync(mark, lock);
}
