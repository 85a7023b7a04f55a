import { spawn, type ChildProcess } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import type { Addresses } from './databases.ts';

export const ROOT = join(import.meta.dirname, '../..');
const OUT = join(ROOT, 'tests/.out');

export interface RunningServer {
  readonly url: string;
  /** What the process has said so far. */
  readonly said: () => string;
  readonly process: ChildProcess;
  stop(): Promise<void>;
}

/** A port below those that the system hands out by itself, which the stand-ins of other servers take. */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = 20_000 + randomInt(10_000);
    const isFree = await new Promise<boolean>((resolve) => {
      const probe = createServer().once('error', () => resolve(false));
      probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (isFree) return port;
  }
}

export const ended = (child: ChildProcess): Promise<number | null> =>
  child.exitCode !== null || child.signalCode !== null
    ? Promise.resolve(child.exitCode)
    : new Promise((resolve) => child.once('exit', resolve));

/**
 * Starts the built server on a database and waits until it listens. What it logs lies in tests/.out.
 * @param clock the instant at which its clock starts
 */
export async function startServer(database: Addresses, clock: Date, env: Record<string, string> = {}): Promise<RunningServer> {
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const child = spawn(process.execPath, [join(ROOT, 'build/programs/serve.js')], {
    cwd: ROOT,
    env: {
      ...process.env,
      NODE_OPTIONS: '',
      NODE_ENV: 'production',
      LOG_LEVEL: 'warn',
      DEVICES: 'stand-ins',
      PRINTS: join(OUT, 'prints', String(port)),
      SAMPLE_DATA: 'yes',
      OWNER_DATABASE_URL: database.ownerUrl,
      DATABASE_URL: database.serverUrl,
      DATABASE_CONNECTIONS: '4',
      PORT: String(port),
      PUBLIC_URL: url,
      CLOCK: clock.toISOString(),
      ...env,
    },
  });
  let said = '';
  const log = createWriteStream(join(OUT, `server-${port}.log`));
  const hear = (chunk: Buffer) => {
    said += chunk.toString();
    log.write(chunk);
  };
  child.stdout.on('data', hear);
  child.stderr.on('data', hear);
  await new Promise<void>((resolve, reject) => {
    child.stdout.on('data', () => said.includes('Kind Granary is at') && resolve());
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
  });
  const stop = async () => {
    child.kill('SIGKILL');
    await ended(child);
    log.end();
  };
  return { url, said: () => said, process: child, stop };
}
