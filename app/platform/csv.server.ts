import { stringify } from 'csv-stringify/sync';

type Rows = readonly Readonly<Record<string, unknown>>[];

/** Rows as lines of CSV; a text that a spreadsheet would take for a formula is made harmless. Moments are ISO 8601, in UTC. */
const linesOf = (rows: Rows, header: boolean): string =>
  stringify([...rows], {
    header,
    escape_formulas: true,
    columns: Object.keys(rows[0]!),
    cast: { boolean: (value) => (value ? 'yes' : 'no'), date: (value) => value.toISOString() },
  });

/** A table as a file to keep, sent piece by piece as it is read; an empty one has the words `nothing found` alone. @param name without its ending */
export function csvFile(name: string, pieces: AsyncIterable<Rows> | Iterable<Rows>): Response {
  const { readable, writable } = new TransformStream<string, string>();
  const writer = writable.getWriter();
  const write = async () => {
    let isFirst = true;
    for await (const rows of pieces) {
      if (rows.length === 0) continue;
      await writer.write(linesOf(rows, isFirst));
      isFirst = false;
    }
    if (isFirst) await writer.write('nothing found\n');
    await writer.close();
  };
  // Whoever hangs up, or a database that goes away, ends it where it is: half a file is told by its connection, not by its contents.
  void write().catch((error: unknown) => writer.abort(error).catch(() => undefined));
  return new Response(readable.pipeThrough(new TextEncoderStream()), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${name}.csv"`,
      'cache-control': 'private, no-store',
    },
  });
}
