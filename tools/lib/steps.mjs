import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { at, ownFolder, root } from './paths.mjs';
import { say } from './say.mjs';

/** Runs the steps of a check one by one and counts what passed and what failed over all of them. */
export class Steps {
  passed = 0;
  failed = 0;

  /** One command that passes or fails as a whole. */
  command(name, args) {
    const done = this.run(args);
    this.tell(name, done, done.status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });
  }

  /** A test runner that writes its counts to a report; one that ran nothing has failed. */
  tests(name, args, { report, count, env }) {
    mkdirSync(ownFolder, { recursive: true });
    rmSync(report, { force: true });
    const done = this.run(args, env);
    const counts = readCounts(report, count);
    const hasRun = counts.passed + counts.failed > 0;
    if (!hasRun || (done.status !== 0 && counts.failed === 0)) counts.failed++;
    this.tell(name, done, counts);
  }

  run([command, ...args], env = {}) {
    return spawnSync(command, args, {
      cwd: root,
      encoding: 'utf8',
      maxBuffer: 1 << 28,
      env: { ...process.env, NG_CLI_ANALYTICS: 'false', FORCE_COLOR: '0', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
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
