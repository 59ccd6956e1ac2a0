import { existsSync } from 'node:fs';
import { runShown } from './run.mjs';
import { Refusal, say } from './say.mjs';

/** Installs a Debian package when we may; otherwise says exactly what to install. */
export async function installDebian(name, why) {
  const isRoot = process.getuid?.() === 0;
  if (!isRoot || !existsSync('/usr/bin/apt-get'))
    throw new Refusal(
      `${why} is missing. Install it and run the same command again:\n\n  sudo apt-get install ${name}\n`,
    );
  say(`Installing ${name} from Debian (once) …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  await runShown('apt-get', ['update', '-qq'], quiet);
  const code = await runShown('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], quiet);
  if (code !== 0) throw new Refusal(`apt-get install ${name} failed; see above.`);
}

/** Debian's Chromium without a window, which starts and draws faster, and the one that has one. */
const [SHELL, WHOLE] = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** Where Debian's Chromium is, as far as it is there: the one without a window first. */
export function findChromium() {
  return [SHELL, WHOLE].find(existsSync);
}

/** Where Debian's Chromium is, installed when it is not there. */
export async function requireChromium() {
  try {
    if (!existsSync(SHELL))
      await installDebian('chromium-headless-shell', 'Chromium (for the tests of the real interface)');
  } catch (error) {
    // slower, but it works
    if (!existsSync(WHOLE)) throw error;
  }
  return findChromium();
}
