import { fork } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

const PAGE_BYTES = 4096;
const WATCHED_EVERY_MS = 20;

export interface Limits {
  /** Memory the process may really hold. */
  readonly residentBytes: number;
  readonly milliseconds: number;
  /** What its own scripts may allocate, in megabytes. */
  readonly heapMegabytes: number;
}

/** What became of the work: its answer, or that it took too much memory, too long, or ended without one. */
export type Ended<Answer> = { readonly is: 'done'; readonly answer: Answer } | { readonly is: 'too large' | 'failed' };

/**
 * Gives what a stranger sent to a program in a process of its own, which is ended when it takes more than its limits. A thread's memory limit does
 * not bound buffers.
 */
export function inOwnProcess<Answer>(program: string, message: unknown, limits: Limits): Promise<Ended<Answer>> {
  const script = join(process.env['PROGRAMS'] ?? join(process.cwd(), 'build', 'programs'), `${program}.js`);
  return new Promise((resolve) => {
    const child = fork(script, { serialization: 'advanced', env: {}, execArgv: [`--max-old-space-size=${limits.heapMegabytes}`] });
    const finish = (ended: Ended<Answer>) => {
      clearInterval(watch);
      clearTimeout(tooLong);
      child.kill('SIGKILL');
      resolve(ended);
    };
    const watch = setInterval(() => {
      void residentBytes(child.pid!).then((resident) => {
        if (resident > limits.residentBytes) finish({ is: 'too large' });
      });
    }, WATCHED_EVERY_MS);
    const fail = () => finish({ is: 'failed' });
    const tooLong = setTimeout(fail, limits.milliseconds);
    child.once('message', (answer) => finish({ is: 'done', answer: answer as Answer }));
    child.once('error', fail);
    child.once('exit', fail);
    child.send(message as never);
  });
}

/** Memory that a process really holds, from Linux's own account of it; 0 where there is none, or the process has ended. */
async function residentBytes(pid: number): Promise<number> {
  const account = await readFile(`/proc/${pid}/statm`, 'utf8').catch(() => '0 0');
  return Number(account.split(' ')[1]) * PAGE_BYTES;
}
