import { fork } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { runBoil } from './commands/run-boil';
import { runBowl } from './commands/run-bowl';
import { runBuy } from './commands/run-buy';
import { runCentre } from './commands/run-centre';
import { runCoat } from './commands/run-coat';
import { runCool } from './commands/run-cool';
import { runGanache } from './commands/run-ganache';
import { runLife } from './commands/run-life';
import { runMould } from './commands/run-mould';
import { runScale } from './commands/run-scale';
import { runSeed } from './commands/run-seed';
import { runTail } from './commands/run-tail';
import { runThin } from './commands/run-thin';
import { runYield } from './commands/run-yield';
import { InputError } from './input/input-error';
import { readProblem } from './planner/read-problem';
import { requireWithin, type Bound } from './input/bounds';
import { planFor, type PlanAnswer, type PlanTask } from './plan-task';

/** The command line: the only part of the core that reads and writes; the commands are in the files beside it. `npm run -s core -- NAME < in.json` */

type Options = Partial<Record<'seconds' | 'steps' | 'seed' | 'threads', string>>;
type Command = (input: unknown, options: Options) => unknown;

const THREADS: Bound = { min: 1, max: 64, isInteger: true };

const SECONDS: Bound = { min: 0, max: 86_400 };
const WHOLE: Bound = { min: 1, max: 1e9, isInteger: true };

const COMMANDS: Readonly<Record<string, Command>> = {
  boil: (input) => runBoil(input),
  bowl: (input) => runBowl(input),
  buy: (input) => runBuy(input),
  centre: (input) => runCentre(input),
  coat: (input) => runCoat(input),
  cool: (input) => runCool(input),
  ganache: (input) => runGanache(input),
  life: (input) => runLife(input),
  mould: (input) => runMould(input),
  plan: (input, options) => runPlan(input, options),
  scale: (input) => runScale(input),
  seed: (input) => runSeed(input),
  tail: (input) => runTail(input),
  thin: (input) => runThin(input),
  yield: (input) => runYield(input),
};

/** Plans in so many threads, each by a seed of its own, and takes the cheapest plan. */
async function runPlan(input: unknown, options: Options): Promise<unknown> {
  const threads = optionNumber(options, 'threads', THREADS) ?? 1;
  const seconds = optionNumber(options, 'seconds', SECONDS);
  const steps = optionNumber(options, 'steps', WHOLE);
  const seed = optionNumber(options, 'seed', WHOLE) ?? 1;
  const problem = readProblem(input);
  const others = Array.from({ length: threads - 1 }, (_, i) =>
    planElsewhere({ problem, steps, seconds, seed: seed + i + 1 }),
  );
  const plans = [planFor({ problem, steps, seconds, seed }), ...(await Promise.all(others))];
  return plans.reduce((best, each) => (each.cost < best.cost ? each : best)).plan;
}

/** A process of its own: the core runs from its TypeScript sources, and worker threads take no loader. */
function planElsewhere(task: PlanTask): Promise<PlanAnswer> {
  return new Promise((resolve, reject) => {
    const other = fork(new URL('plan-elsewhere.ts', import.meta.url), { serialization: 'advanced' });
    other.once('message', (answer) => resolve(answer as PlanAnswer));
    other.once('error', reject);
    other.once('exit', (code) => reject(new Error(`a thread of the plan ended with ${code}`)));
    other.send(task);
  });
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

async function run(): Promise<string> {
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
  return JSON.stringify(await COMMANDS[name]!(readInput(), values));
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
  process.stdout.write(`${await run()}\n`);
} catch (error) {
  const known = asInputError(error);
  if (known === null) throw error;
  process.stderr.write(`${JSON.stringify(problemOf(known))}\n`);
  process.exitCode = 2;
}
