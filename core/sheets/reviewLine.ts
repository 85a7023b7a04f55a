import type { Looking } from './library.ts';
import type { LineMade } from './made.ts';
import { tidyName } from './readNames.ts';
import { readVariety, type NamesInFile } from './readVariety.ts';
import { textOf, type Collector, type Row } from './row.ts';

const LONGEST_STORY = 1000;
const LONGEST_ALIAS = 80;

/** Reads a row as a line of its own: its other names and its story. */
export function reviewLine(
  row: Row,
  above: string | null,
  looking: Looking,
  inFile: NamesInFile,
  collect: Collector,
): { readonly line: LineMade | null; readonly cropSaid: string | null } {
  const variety = readVariety(row, above, looking, inFile, collect);
  if (!variety) return { line: null, cropSaid: null };
  const aliases = row
    .cell('aliases')
    .split(/[,;/\n]|\bor\b|\baka\b/i)
    .map((name) => tidyName(name).slice(0, LONGEST_ALIAS))
    .filter((name) => name.length > 1);
  if (variety.lineId !== null)
    collect.say({
      level: 'assumed',
      field: row.has('variety') ? 'variety' : 'name',
      code: 'known already',
      said: variety.name,
      taken: variety.name,
    });
  const line: LineMade = {
    thing: 'lines',
    line: { cropId: variety.crop.id, lineId: variety.lineId, variety: variety.name },
    aliases: [...new Set(aliases)].filter((alias) => alias.toLowerCase() !== variety.name.toLowerCase()),
    story: [row.cell('story'), textOf(row, 'note', collect)].filter(Boolean).join('. ').slice(0, LONGEST_STORY) || null,
    aim: /\b(?:adapt|mix|landrace|let)/i.test(row.cell('aim')) || variety.kind === 'mixture' ? 'let adapt' : 'keep true',
  };
  return { line, cropSaid: variety.cropSaid };
}
