import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { text } from 'node:stream/consumers';
import { at, ownFolder, root } from './paths.mjs';
import { say } from './say.mjs';
import { sourceHash } from './sources.mjs';

/** Commands that only read the sources go side by side. */
const AT_ONCE = 2;

/** What any test may depend on beside its own sources. */
const EVERYWHERE = ['package-lock.json', 'tsconfig.base.json', 'tools/lib'];

/** Runs the steps of a check and counts what passed and what failed over all of them. */
export class Steps {
  passed = 0;
  failed = 0;

  /** With `remembers`, tests that passed on the very same sources are counted and not run again. */
  constructor({ remembers = false } = {}) {
    this.remembers = remembers;
  }

  /** Commands that do not touch each other, some at a time. */
  async commands(all) {
    const waiting = [...all];
    const next = async () => {
      for (let each = waiting.shift(); each; each = waiting.shift()) await this.command(...each);
    };
    await Promise.all(Array.from({ length: AT_ONCE }, next));
  }

  /** One command that passes or fails as a whole. */
  async command(name, args) {
    const done = await this.run(args);
    this.tell(name, done, done.status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });
  }

  /** A test runner that writes its counts to a report; one that ran nothing has failed. */
  async tests(name, args, { report, count, env, sources = [] }) {
    mkdirSync(ownFolder, { recursive: true });
    const memory = `${report}.passed`;
    const mark = sourceHash([...sources, ...EVERYWHERE]);
    if (this.remembers && sources.length && readMark(memory) === mark)
      return this.tell(`${name}, on the same sources as before`, {}, readCounts(report, count));
    rmSync(memory, { force: true });
    rmSync(report, { force: true });
    const done = await this.run(args, env);
    const counts = readCounts(report, count);
    const hasRun = counts.passed + counts.failed > 0;
    if (!hasRun || (done.status !== 0 && counts.failed === 0)) counts.failed++;
    if (!counts.failed) writeFileSync(memory, mark);
    this.tell(name, done, counts);
  }

  async run([command, ...args], env = {}) {
    const child = spawn(command, args, {
      cwd: root,
      env: { ...process.env, NG_CLI_ANALYTICS: 'false', FORCE_COLOR: '0', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const ended = new Promise((resolve) => {
      child.once('error', (error) => resolve({ status: null, error }));
      child.once('close', (status) => resolve({ status }));
    });
    const [stdout, stderr, end] = await Promise.all([text(child.stdout), text(child.stderr), ended]);
    return { stdout, stderr, ...end };
  }

  tell(name, done, { passed, failed }) {
    this.passed += passed;
    this.failed += failed;
    say(`${failed ? 'FAILED' : 'ok    '} ${name}: ${passed} passed${failed ? `, ${failed} failed` : ''}`);
    if (!failed) return;
    const log = at('.alnage', `${name.replace(/\W+/g, '-')}.log`);
    const output = `${done.stdout ?? ''}${done.stderr ?? ''}${done.error ?? ''}`;
    mkdirSync(ownFolder, { recursive: true });
    writeFileSync(log, output);
    process.stdout.write(`${output.slice(-12_000)}\n(all of it in ${log})\n`);
  }

  /** The closing line, and an exit code that says the same. */
  close() {
    process.stdout.write(`\n${this.passed} passed, ${this.failed} failed\n`);
    process.exitCode = this.failed ? 1 : 0;
  }
}

function readMark(path) {
  return existsSync(path) ? readFileSync(path, 'utf8') : '';
}

function readCounts(report, count) {
  try {
    return count(JSON.parse(readFileSync(report, 'utf8')));
  } catch {
    return { passed: 0, failed: 0 };
  }
}

/** Counts in a report of Vitest. */
export const vitestCounts = ({ numPassedTests, numFailedTests }) => ({
  passed: numPassedTests,
  failed: numFailedTests,
});

/** Counts in a report of Playwright. */
export const playwrightCounts = ({ stats }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected,
});
