import { execFile } from 'node:child_process';
import { rename, rm, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { promisify } from 'node:util';
import { openDatabase } from '#data/database.ts';
import { clockFrom } from '#services/clock.server.ts';
import { noteBackup } from '#services/people/handover.server.ts';
import { readSettings } from './settings.ts';

const run = promisify(execFile);
const [folder = ''] = process.argv.slice(2);
const settings = readSettings(process.env);
const { hostname, port, username, password, pathname } = new URL(settings.ownerUrl);
// In the environment, not in the command line, which others on the machine can read.
const env = {
  ...process.env,
  PGHOST: hostname,
  PGPORT: port || '5432',
  PGUSER: decodeURIComponent(username),
  PGPASSWORD: decodeURIComponent(password),
  PGDATABASE: decodeURIComponent(pathname.slice(1)),
};
const program = (name: string) => (process.env['PG_BIN'] ? join(process.env['PG_BIN'], name) : name);

const now = clockFrom(settings.clock)();
const file = join(folder, `kind-granary-${now.toISOString().slice(0, 19).replaceAll(':', '')}.dump`);
const part = `${file}.part`;
const owner = openDatabase({ url: settings.ownerUrl, most: 1 });
try {
  await run(program('pg_dump'), ['--format=custom', `--file=${part}`], { env });
  // A file that was cut short has no readable list of contents.
  await run(program('pg_restore'), ['--list', part], { maxBuffer: 64 * 1024 * 1024 });
  await rename(part, file);
  await noteBackup(owner, basename(file));
  process.stdout.write(`Backed up: ${file}, ${Math.ceil((await stat(file)).size / 1024)} kB. Keep a copy on another machine.\n`);
} catch (error) {
  await rm(part, { force: true });
  process.stderr.write(`No backup was made: ${(error as Error).message.trim()}\n`);
  process.exitCode = 1;
} finally {
  await owner.destroy();
}
