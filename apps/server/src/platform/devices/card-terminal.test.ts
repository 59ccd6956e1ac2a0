import { expect, test, vi } from 'vitest';
import { answerWithin, SimulatedTerminal, type TerminalAnswer } from './card-terminal';

let asked = 0;
const ask = (kind: 'charge' | 'refund', amountMinor: number) => ({ id: `ask-${asked++}`, kind, amountMinor });

test.each([
  ['charge', 2490, 'taken'],
  ['charge', 2413, 'declined'],
  ['charge', 13, 'declined'],
  ['refund', 2413, 'taken'],
] as const)('the simulated terminal: %s of %i is %s', async (kind, amountMinor, came) => {
  const answer = await new SimulatedTerminal().transact(ask(kind, amountMinor));
  expect(answer.kind).toBe(came);
  if (answer.kind === 'taken') expect(answer.reference).toMatch(/^simulated-[0-9a-f]{8}$/);
});

test('each transaction has a number of its own', async () => {
  const terminal = new SimulatedTerminal();
  const all = await Promise.all(Array.from({ length: 50 }, () => terminal.transact(ask('charge', 100))));
  expect(new Set(all.map((each) => 'reference' in each && each.reference)).size).toBe(50);
});

test.each([
  ['declines', 'declined'],
  ['cancels', 'cancelled'],
  ['unplugged', 'unplugged'],
] as const)('it can be made to answer: %s', async (manner, kind) => {
  const terminal = new SimulatedTerminal();
  terminal.manner = manner;
  expect(await terminal.transact(ask('charge', 100))).toEqual({ kind });
});

test('a late one can be called off, and takes the card where nobody does', async () => {
  vi.useFakeTimers();
  try {
    const terminal = new SimulatedTerminal();
    terminal.manner = 'late';
    const [off, on] = [ask('charge', 100), ask('charge', 100)];
    const answers = [terminal.transact(off), terminal.transact(on)];
    terminal.cancel(off.id);
    await vi.advanceTimersByTimeAsync(10_000);
    expect((await Promise.all(answers)).map(({ kind }) => kind)).toEqual(['cancelled', 'taken']);
  } finally {
    vi.useRealTimers();
  }
});

test('whoever waits gives up after a while, and is told what comes after that', async () => {
  vi.useFakeTimers();
  try {
    const late: TerminalAnswer[] = [];
    let answer!: (value: TerminalAnswer) => void;
    const asked = new Promise<TerminalAnswer>((resolve) => (answer = resolve));
    const first = answerWithin(asked, 1000, (each) => late.push(each));
    await vi.advanceTimersByTimeAsync(1000);
    expect(await first).toBeNull();
    answer({ kind: 'declined' });
    await vi.advanceTimersByTimeAsync(0);
    expect(late).toEqual([{ kind: 'declined' }]);
  } finally {
    vi.useRealTimers();
  }
});
