/** What the scripts tell a person: one line a step, and failures that say what to do. */

const started = Date.now();

export function say(text) {
  const seconds = ((Date.now() - started) / 1000).toFixed(1).padStart(6);
  process.stdout.write(`${seconds} s  ${text}\n`);
}

/** A failure with what to do about it; the scripts end on it without a stack. */
export class Refusal extends Error {}

/** Runs a script's main and ends the process with 1 and a plain sentence when it fails. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Refusal ? error.message : error.stack}\n`);
    process.exitCode = 1;
  }
}
