import { createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { openDump } from '#data/exchange/dump.ts';
import { clockFrom } from '#services/clock.server.ts';
import { packEverything } from '#services/exchange/everything.server.ts';
import { databaseOf } from './archive.ts';
import { readSettings } from './settings.ts';

const [folder = ''] = process.argv.slice(2);
const settings = readSettings(process.env);
const now = clockFrom(settings.clock)();
const file = join(folder, `everything-${now.toISOString().slice(0, 10)}.zip`);

// Nothing half is left: until it is whole, it has another name.
try {
  const dump = await openDump({ url: settings.databaseUrl, ...(settings.role && { role: settings.role }) });
  await pipeline(packEverything(dump, now), createWriteStream(`${file}.part`));
  await rename(`${file}.part`, file);
  process.stdout.write(`Written: ${file}, ${Math.ceil((await stat(file)).size / 1024)} kB. Names and addresses of people are in it.\n`);
} catch (error) {
  await rm(`${file}.part`, { force: true });
  process.stderr.write(`Nothing was written of ${databaseOf(settings.databaseUrl)}: ${(error as Error).message.trim()}\n`);
  process.exitCode = 1;
}
