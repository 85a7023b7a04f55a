import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { ServerBuild } from 'react-router';
import { startStandIns } from '#devices/standIns/standIns.ts';
import { troubleLine } from '#services/advice.server.ts';
import { clockFrom } from '#services/clock.server.ts';
import { startMetrics } from './metrics.ts';
import { makeHttp, makeServer } from './http.ts';
import { prepareDatabase } from './prepare.ts';
import { DEVICE_VARIABLES, readSettings, type Settings } from './settings.ts';

const BUILD = join(dirname(fileURLToPath(import.meta.url)), '..');
/** Requests under way when the server is told to stop get this long. */
const FINISH_MS = 5_000;

async function start(): Promise<void> {
  const settings = readSettings(process.env);
  const now = clockFrom(settings.clock);
  const welcome = await prepareDatabase(settings, now());
  const index = join(BUILD, 'server', 'index.js');
  if (!existsSync(index)) throw new Error('The application is not built yet: run "npm ci && npm run build" first');
  process.env['PUBLIC_URL'] = settings.publicUrl;
  process.env['PROGRAMS'] = join(BUILD, 'programs');
  if (settings.role) process.env['DATABASE_ROLE'] = settings.role;
  if (settings.devices === 'stand-ins') {
    const { addresses } = await startStandIns(settings.prints, () => now().getTime());
    for (const [device, variable] of Object.entries(DEVICE_VARIABLES)) process.env[variable] = addresses[device as keyof typeof addresses];
    process.env['STAND_INS'] = addresses.hand;
  }
  const build = (await import(pathToFileURL(index).href)) as ServerBuild;
  const server = makeServer(makeHttp(build, { ...settings, assets: join(BUILD, 'client'), warn }));
  if (settings.metrics) await startMetrics(settings.metrics, server);
  server.once('error', giveUp);
  server.listen(settings.port, settings.host, () => announce(settings, welcome));
  startWorker('reckoner', settings);
  startWorker('importer', settings);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => stop(server));
}

/** A line for the operator, in the form of the application's own log. */
const warn = (message: string) => process.stderr.write(`${JSON.stringify({ level: 40, time: Date.now(), msg: message })}\n`);

const RESTART_MS = 10_000;

/** Does long work in a thread of its own; its troubles are logged, never stop the server, and a thread that died is followed by another. */
function startWorker(name: 'reckoner' | 'importer', settings: Settings): void {
  const { databaseUrl, role, clock } = settings;
  const script = join(BUILD, 'programs', `${name}.js`);
  const worker = new Worker(script, {
    workerData: { url: databaseUrl, ...(role && { role }), roomLogger: process.env['ROOM_LOGGER'] ?? null, clock },
  });
  const say = (message: string) => warn(`${name}: ${message}`);
  worker.on('message', ({ error }: { error: string }) => say(error));
  worker.on('error', (error) => say(error.message));
  worker.on('exit', () => setTimeout(() => startWorker(name, settings), RESTART_MS).unref());
  worker.unref();
}

function announce({ publicUrl, role }: Settings, welcome: string | null): void {
  if (role)
    process.stderr.write(
      `Note: one database login both owns the tables and serves. The server steps down to the role ${role}; docs/operator.md says how to give it a login of its own.\n`,
    );
  if (welcome)
    process.stdout.write(
      `Nobody can sign in yet. The first coordinator opens this link, once, within three days:\n  ${publicUrl}${welcome}\n`,
    );
  process.stdout.write(`Kind Granary is at ${publicUrl}\n`);
}

function stop(server: Server): void {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), FINISH_MS).unref();
}

function giveUp(error: Error & { code?: string }): never {
  const port = process.env['PORT'] ?? '4747';
  const advice: Record<string, string> = {
    EADDRINUSE: `Port ${port} is in use by another program. Stop that one, or choose another: PORT=4800 with the same command.`,
    EACCES: `Port ${port} may not be used by this user. Choose one above 1023: PORT=4747.`,
    ECONNREFUSED: 'PostgreSQL does not answer at DATABASE_URL. Is it running, and are host and port right?',
  };
  process.stderr.write(`${advice[error.code ?? ''] ?? (error.code ? troubleLine(error) : error.message)}\n`);
  process.exit(1);
}

start().catch(giveUp);
