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

/** Where Debian's Chromium is, installed when it is not there. */
export async function requireChromium() {
  const path = '/usr/bin/chromium';
  if (!existsSync(path)) await installDebian('chromium', 'Chromium (for the tests of the real interface)');
  return path;
}
