import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { runBowl } from './commands/run-bowl';
import { runBuy } from './commands/run-buy';
import { runCoat } from './commands/run-coat';
import { runTail } from './commands/run-tail';
import { InputError } from './input/input-error';
import { makePlan } from './planner/make-plan';
import { readProblem } from './planner/read-problem';
import { requireWithin, type Bound } from './input/bounds';

/** The only file of the core that reads, writes and looks at a clock. `npm run -s core -- NAME < in.json` */

type Options = Partial<Record<'seconds' | 'steps' | 'seed' | 'threads', string>>;
type Command = (input: unknown, options: Options) => unknown;

const SECONDS: Bound = { min: 0, max: 86_400 };
const WHOLE: Bound = { min: 1, max: 1e9, isInteger: true };

const COMMANDS: Readonly<Record<string, Command>> = {
  bowl: (input) => runBowl(input),
  buy: (input) => runBuy(input),
  coat: (input) => runCoat(input),
  plan: (input, options) => runPlan(input, options),
  tail: (input) => runTail(input),
};

function runPlan(input: unknown, options: Options): unknown {
  optionNumber(options, 'threads', WHOLE);
  const seconds = optionNumber(options, 'seconds', SECONDS);
  const steps = optionNumber(options, 'steps', WHOLE);
  const seed = optionNumber(options, 'seed', WHOLE);
  const start = performance.now();
  return makePlan(readProblem(input), {
    ...(steps !== undefined && { steps }),
    ...(seed !== undefined && { seed }),
    ...(seconds !== undefined && { progress: () => (performance.now() - start) / (seconds * 1000) }),
  }).plan;
}

function optionNumber(options: Options, name: keyof Options, bound: Bound): number | undefined {
  const text = options[name];
  return text === undefined ? undefined : requireWithin(`--${name}`, Number(text), bound);
}

function readInput(): unknown {
  const text = readFileSync(0, 'utf8');
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new InputError({ code: 'not-json', field: '', value: (error as Error).message, range: 'JSON' });
  }
}

function run(): string {
  const { positionals, values } = parseArgs({
    allowPositionals: true,
    options: {
      seconds: { type: 'string' },
      steps: { type: 'string' },
      seed: { type: 'string' },
      threads: { type: 'string' },
    },
  });
  const name = positionals[0];
  if (name === undefined || !Object.hasOwn(COMMANDS, name))
    throw new InputError({
      code: 'unknown-value',
      field: 'NAME',
      value: name,
      range: `one of ${Object.keys(COMMANDS).join(', ')}`,
    });
  return JSON.stringify(COMMANDS[name]!(readInput(), values));
}

function problemOf(error: InputError): unknown {
  const { code, title, message, field, value, range } = error;
  const shown = typeof value === 'number' && !Number.isFinite(value) ? String(value) : (value ?? null);
  return { type: `urn:alnage:problem:${code}`, title, code, detail: message, field, value: shown, range };
}

/** What parseArgs throws for an option that it does not know or that lacks its value. */
function asInputError(error: unknown): InputError | null {
  if (error instanceof InputError) return error;
  const { code, message } = error as { code?: string; message?: string };
  return code?.startsWith('ERR_PARSE_ARGS')
    ? new InputError({
        code: 'unknown-value',
        field: 'options',
        value: message,
        range: 'options as documented',
      })
    : null;
}

try {
  process.stdout.write(`${run()}\n`);
} catch (error) {
  const known = asInputError(error);
  if (known === null) throw error;
  process.stderr.write(`${JSON.stringify(problemOf(known))}\n`);
  process.exitCode = 2;
}
