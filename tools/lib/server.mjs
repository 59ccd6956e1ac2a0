import { spawn } from 'node:child_process';
import { at, root } from './paths.mjs';
import { Refusal } from './say.mjs';

/**
 * Starts the built server and resolves, when it listens, with its address and how to end it.
 * `ended` resolves with the exit code whenever and however it ends.
 */
export async function startServer(env) {
  const child = spawn(process.execPath, ['--enable-source-maps', at('dist/server/main.mjs')], {
    cwd: root,
    env: { ...process.env, ALNAGE_WEB: at('dist/web'), ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const ended = new Promise((resolve) => child.once('exit', (code, signal) => resolve(code ?? signal)));
  const output = [];
  const address = await new Promise((resolve, reject) => {
    child.stdout.setEncoding('utf8').on('data', (text) => {
      output.push(text);
      const found = /listening (\S+)/.exec(output.join(''));
      if (found) resolve(found[1]);
    });
    child.stderr.setEncoding('utf8').on('data', (text) => output.push(text));
    void ended.then(() => reject(new Refusal(`The server did not start:\n${output.join('')}`)));
  });
  child.stderr.on('data', (text) => process.stderr.write(text));
  return {
    address,
    pid: child.pid,
    ended,
    stop: async () => {
      child.kill('SIGTERM');
      await ended;
    },
  };
}
