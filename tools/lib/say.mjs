/** What the scripts tell a person: one line a step, and failures that say what to do. */

const started = Date.now();
let place = '';

export function say(text) {
  const seconds = ((Date.now() - started) / 1000).toFixed(1).padStart(6);
  process.stdout.write(`${seconds} s  ${place}${text}\n`);
}

/** Lets all that is said from now on begin with how far it is, such as “2 of 4”; without steps: with nothing. */
export function atStep(number, of) {
  place = number === undefined ? '' : `${number} of ${of}  `;
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
