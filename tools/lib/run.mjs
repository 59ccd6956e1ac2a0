import { spawn, spawnSync } from 'node:child_process';
import { Refusal } from './say.mjs';

/** Runs a command to its end and hands back its output; throws with that output when it fails. */
export function runQuiet(command, args, options = {}) {
  const done = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 1 << 28, ...options });
  if (done.error) throw new Refusal(`${command} could not be run: ${done.error.message}`);
  if (done.status !== 0)
    throw new Refusal(
      `${[command, ...args].join(' ')} failed (${done.status ?? done.signal}):\n${done.stdout}${done.stderr}`,
    );
  return done.stdout;
}

/** Whether a command ends with 0. */
export function succeeds(command, args, options = {}) {
  return spawnSync(command, args, { stdio: 'ignore', ...options }).status === 0;
}

/** Runs a command with its output shown; resolves with its exit code. */
export function runShown(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', ...options });
    child.once('error', reject);
    child.once('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0)));
  });
}
