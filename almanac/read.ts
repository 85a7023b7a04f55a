import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { isAlias, isMap, isPair, isScalar, LineCounter, parseDocument, type Document, type Pair, type YAMLMap } from 'yaml';
import { assembleCrop, type KnownFact } from '#core/almanac/assembleCrop.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { READINESS, type CrossingGroup } from '#core/almanac/crossing.ts';
import { CONFIDENCES, FACT_KEYS, factKind, SOURCES, type Confidence, type FactKey, type Source } from '#core/almanac/facts.ts';
import { readFact, type WrittenFact } from '#core/almanac/readFact.ts';
import { refusalWords } from '#words/refusals.ts';

export interface Almanac {
  readonly crops: readonly Crop[];
  readonly groups: readonly CrossingGroup[];
  readonly glossary: readonly { readonly word: string; readonly means: string }[];
}

/** The shipped files lie beside this one, or two folders above the bundled programs. */
const SHIPPED = ['.', '../../almanac']
  .map((path) => fileURLToPath(new URL(path, import.meta.url)))
  .find((folder) => existsSync(join(folder, 'groups.yaml')))!;

/** Reads the shipped almanac. Throws an Error that names file and line of everything that is wrong. */
export function readAlmanac(folder = SHIPPED): Almanac {
  const read = (...path: string[]) => ({ name: join(...path), text: readFileSync(join(folder, ...path), 'utf8') });
  const files = readdirSync(join(folder, 'crops')).sort();
  const almanac = parseAlmanac({
    groups: read('groups.yaml'),
    glossary: read('glossary.yaml'),
    crops: files.map((file) => read('crops', file)),
  });
  if (almanac.faults.length > 0) throw new Error(`The almanac cannot be read:\n${almanac.faults.join('\n')}`);
  return almanac;
}

interface SourceFile {
  readonly name: string;
  readonly text: string;
}

/** Reads almanac files given as text; every fault comes as `file:line: what`. */
export function parseAlmanac(files: {
  readonly groups: SourceFile;
  readonly glossary: SourceFile;
  readonly crops: readonly SourceFile[];
}): Almanac & { readonly faults: readonly string[] } {
  const faults: string[] = [];
  const groups = readGroups(new Sheet(files.groups, faults));
  const known = new Set(groups.map(({ id }) => id));
  const crops = new Map<string, RawCrop>();
  for (const file of files.crops) readCropFile(new Sheet(file, faults), crops);
  const glossary = Object.entries(new Sheet(files.glossary, faults).plain() as Record<string, string>).map(([word, means]) => ({
    word,
    means,
  }));
  return {
    crops: [...crops.values()].map((crop) => finish(crop, crops, known)).sort((one, other) => one.name.localeCompare(other.name)),
    groups,
    glossary: glossary.sort((one, other) => one.word.localeCompare(other.word)),
    faults,
  };
}

/** One YAML file with its line numbers. */
class Sheet {
  readonly name: string;
  private readonly document: Document;
  private readonly lines = new LineCounter();
  private readonly faults: string[];

  constructor({ name, text }: SourceFile, faults: string[]) {
    this.name = name;
    this.faults = faults;
    this.document = parseDocument(text, { lineCounter: this.lines, uniqueKeys: true });
    for (const error of this.document.errors) this.fault(error.message.split('\n')[0]!, error.pos[0]);
  }

  fault(what: string, at: number): void {
    this.faults.push(`${this.name}:${this.lines.linePos(at).line}: ${what}`);
  }

  plain(): unknown {
    return this.document.toJS() as unknown;
  }

  root(): YAMLMap | null {
    return isMap(this.document.contents) ? this.document.contents : null;
  }
}

const at = (pair: Pair): number => (isScalar(pair.key) && pair.key.range ? pair.key.range[0] : 0);
const nameOf = (pair: Pair): string => (isScalar(pair.key) ? String(pair.key.value) : '');
const pairsOf = (node: unknown): Pair[] => (isMap(node) ? node.items.filter(isPair) : []);

function readGroups(sheet: Sheet): CrossingGroup[] {
  const pairs = pairsOf(sheet.root());
  const ids = new Set(pairs.map(nameOf));
  return pairs.map((pair) => {
    const id = nameOf(pair);
    const { name, crosses = {} } = (sheet.plain() as Record<string, { name: string; crosses?: Record<string, string> }>)[id]!;
    for (const [group, how] of Object.entries(crosses)) {
      if (!ids.has(group)) sheet.fault(`${id} crosses with an unknown crossing group, ${group}`, at(pair));
      if (!(READINESS as readonly string[]).includes(how))
        sheet.fault(`${id} crosses “${how}”, which is none of ${READINESS.join(', ')}`, at(pair));
    }
    return { id, name, crosses: Object.entries(crosses).map(([group, how]) => ({ group, how: how as 'a little' })) };
  });
}

interface Line {
  readonly fact: KnownFact | null;
  readonly at: number;
}
interface RawCrop {
  readonly id: string;
  readonly sheet: Sheet;
  readonly at: number;
  readonly name: string | null;
  readonly like: string | null;
  readonly shared: ReadonlyMap<FactKey, Line>;
  readonly own: ReadonlyMap<FactKey, Line>;
}

function readCropFile(sheet: Sheet, crops: Map<string, RawCrop>): void {
  const parts = new Map(pairsOf(sheet.root()).map((pair) => [nameOf(pair), pair]));
  const shared = readFacts(sheet, parts.get('shared')?.value);
  for (const pair of pairsOf(parts.get('crops')?.value)) {
    const id = nameOf(pair);
    if (!/^[a-z]+(-[a-z]+)*$/.test(id)) sheet.fault(`“${id}” is no id: small letters and hyphens`, at(pair));
    if (crops.has(id)) sheet.fault(`${id} is there twice`, at(pair));
    const word = (key: string) => {
      const found = pairsOf(pair.value).find((one) => nameOf(one) === key)?.value;
      return isScalar(found) ? String(found.value) : null;
    };
    crops.set(id, { id, sheet, at: at(pair), name: word('name'), like: word('like'), shared, own: readFacts(sheet, pair.value) });
  }
}

function readFacts(sheet: Sheet, node: unknown): Map<FactKey, Line> {
  const facts = new Map<FactKey, Line>();
  for (const pair of pairsOf(node)) {
    const key = nameOf(pair);
    if (key === 'name' || key === 'like') continue;
    if (!(FACT_KEYS as readonly string[]).includes(key)) {
      sheet.fault(`“${key}” is no fact the almanac knows`, at(pair));
      continue;
    }
    facts.set(key as FactKey, { fact: readLine(sheet, key as FactKey, pair), at: at(pair) });
  }
  return facts;
}

/** `value`, or `value | how sure | from what kind of work` where this crop's differs from the fact's usual. */
function readLine(sheet: Sheet, key: FactKey, pair: Pair): KnownFact | null {
  if (isAlias(pair.value)) return null;
  const value = (pair.value as { toJSON(): unknown } | null)?.toJSON() as WrittenFact | null;
  const kind = factKind(key);
  let written: WrittenFact | null = typeof value === 'number' ? String(value) : value;
  let sure: Confidence = kind.sure;
  let source: Source = kind.source;
  if (typeof written === 'string' && written.includes(' | ')) {
    const [text, said, from] = written.split(' | ') as [string, string, string];
    written = text;
    if (!(CONFIDENCES as readonly string[]).includes(said)) sheet.fault(`“${said}” is none of ${CONFIDENCES.join(', ')}`, at(pair));
    if (!(SOURCES as readonly string[]).includes(from)) sheet.fault(`“${from}” is no kind of source: ${SOURCES.join(', ')}`, at(pair));
    [sure, source] = [said as Confidence, from as Source];
  }
  const read = written === null ? ({ ok: false, why: 'fact: empty' } as const) : readFact(key, written);
  if (!read.ok) {
    sheet.fault(`${key}: ${refusalWords(read.why)}`, at(pair));
    return null;
  }
  return { value: read.value, told: { sure, source } };
}

function finish(raw: RawCrop, crops: ReadonlyMap<string, RawCrop>, groups: ReadonlySet<string>): Crop {
  const lines = inherited(raw, crops, new Set());
  const known = new Map([...lines].flatMap(([key, { fact }]) => (fact ? [[key, fact] as const] : [])));
  if (raw.name === null) raw.sheet.fault(`${raw.id} has no name`, raw.at);
  const { crop, faults } = assembleCrop(raw.id, raw.name ?? raw.id, known);
  for (const { fact, why } of faults) {
    // A line that could not be read has been named already.
    if (lines.has(fact) && !known.has(fact)) continue;
    raw.sheet.fault(`${raw.id}, ${fact}: ${refusalWords(why)}`, raw.own.get(fact)?.at ?? raw.at);
  }
  if (crop.group && !groups.has(crop.group))
    raw.sheet.fault(`${raw.id}: unknown crossing group ${crop.group}`, raw.own.get('group')?.at ?? raw.at);
  return crop;
}

/** A crop's own lines over those of the crop it is like, over those its file shares. */
function inherited(raw: RawCrop, crops: ReadonlyMap<string, RawCrop>, seen: Set<string>): Map<FactKey, Line> {
  if (raw.like === null) return new Map([...raw.shared, ...raw.own]);
  const like = crops.get(raw.like);
  if (!like || seen.has(raw.like)) {
    raw.sheet.fault(`${raw.id} is like ${raw.like}, which ${like ? 'is like it in turn' : 'is not there'}`, raw.at);
    return new Map([...raw.shared, ...raw.own]);
  }
  seen.add(raw.id);
  return new Map([...inherited(like, crops, seen), ...raw.own]);
}
