import { spawn, spawnSync } from 'node:child_process';
import { text } from 'node:stream/consumers';
import { Refusal, say } from './say.mjs';

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

const TELL_EVERY_MS = 10_000;

/** Runs a command that takes a while, and says every ten seconds how long it has; throws with its output when it fails. */
export async function runTold(what, [command, ...args], options = {}) {
  const started = Date.now();
  const child = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
  const teller = setInterval(
    () => say(`  … still ${what} (${Math.round((Date.now() - started) / 1000)} s)`),
    TELL_EVERY_MS,
  );
  try {
    const ended = new Promise((resolve, reject) => {
      child.once('error', (error) => reject(new Refusal(`${command} could not be run: ${error.message}`)));
      child.once('close', (status, signal) => resolve(status ?? signal));
    });
    const [out, errors, end] = await Promise.all([text(child.stdout), text(child.stderr), ended]);
    if (end !== 0) throw new Refusal(`${[command, ...args].join(' ')} failed (${end}):\n${out}${errors}`);
  } finally {
    clearInterval(teller);
  }
}

/** Runs a command with its output shown; resolves with its exit code. */
export function runShown(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', ...options });
    child.once('error', reject);
    child.once('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0)));
  });
}
