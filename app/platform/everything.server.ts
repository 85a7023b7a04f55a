import { Readable } from 'node:stream';
import { openDump } from '#data/exchange/dump.ts';
import { packEverything } from '#services/exchange/everything.server.ts';
import { connection } from './database.server.ts';

/** The archive of everything as a file to keep, sent as it is read. */
export async function everythingFile(now: Date, today: string): Promise<Response> {
  const archive = packEverything(await openDump(connection), now);
  return new Response(Readable.toWeb(archive) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="everything-${today}.zip"`,
      'cache-control': 'private, no-store',
    },
  });
}
