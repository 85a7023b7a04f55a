import type { PartialDate } from '../calendar/plainDate.ts';
import type { Day } from '../kernel/kinds.ts';
import type { Kind, Origin } from '../lots/words.ts';

// FAO/Bioversity Multi-Crop Passport Descriptors, version 2.1 (2015): the table in which genebanks tell each other what they hold. Descriptors of which a
// seed library knows nothing stay empty.

/** The descriptors in the order of the standard. */
export const DESCRIPTORS = [
  'PUID',
  'INSTCODE',
  'ACCENUMB',
  'COLLNUMB',
  'COLLCODE',
  'COLLNAME',
  'COLLINSTADDRESS',
  'COLLMISSID',
  'GENUS',
  'SPECIES',
  'SPAUTHOR',
  'SUBTAXA',
  'SUBTAUTHOR',
  'CROPNAME',
  'ACCENAME',
  'ACQDATE',
  'ORIGCTY',
  'COLLSITE',
  'DECLATITUDE',
  'LATITUDE',
  'DECLONGITUDE',
  'LONGITUDE',
  'COORDUNCERT',
  'COORDDATUM',
  'GEOREFMETH',
  'ELEVATION',
  'COLLDATE',
  'BREDCODE',
  'BREDNAME',
  'SAMPSTAT',
  'ANCEST',
  'COLLSRC',
  'DONORCODE',
  'DONORNAME',
  'DONORNUMB',
  'OTHERNUMB',
  'DUPLSITE',
  'DUPLINSTNAME',
  'STORAGE',
  'MLSSTAT',
  'REMARKS',
] as const;
export type Descriptor = (typeof DESCRIPTORS)[number];

export interface DescribedLot {
  readonly code: string;
  /** `Genus species`. */
  readonly species: string;
  readonly crop: string;
  readonly variety: string;
  readonly kind: Kind;
  readonly origin: Origin;
  readonly takenInOn: Day;
  readonly harvested: PartialDate | null;
  /** Lots that it was grown from or blended of. */
  readonly parents: readonly string[];
  readonly donorId: number | null;
}

/** Biological status (descriptor 19). A name alone does not make a landrace: what people kept is told apart from what was bred. */
const STATUS: Readonly<Record<Kind, string>> = {
  heirloom: '300',
  'open-pollinated': '500',
  F1: '412',
  stabilising: '415',
  crossed: '415',
  mixture: '999',
  unknown: '',
};

/** Where it was acquired (descriptor 21). */
const SOURCE: Readonly<Record<Origin, string>> = {
  donated: '23',
  returned: '23',
  'grown-out': '23',
  bought: '30',
  'market fruit': '30',
  found: '99',
  blend: '',
  split: '',
};

/** What a code of the biological status says; null for codes of what no seed library keeps. Wild and weedy seed is told apart by nobody here. */
export const kindOfStatus = (code: string): Kind | null =>
  (Object.entries(STATUS) as [Kind, string][]).find(([kind, own]) => own === code && kind !== 'crossed')?.[0] ??
  (/^[1-5]\d\d$/.test(code) ? (STATUS_GROUPS[code[0]!] ?? null) : null);
const STATUS_GROUPS: Readonly<Record<string, Kind>> = { 1: 'unknown', 2: 'unknown', 3: 'heirloom', 4: 'stabilising', 5: 'open-pollinated' };

/** What a code of the source says: markets and shops sell, all others give. */
export const originOfSource = (code: string): Origin | null =>
  /^\d\d$/.test(code) ? (code.startsWith('3') ? 'bought' : code === '99' ? 'found' : 'donated') : null;

/** Kept as seed (descriptor 26). */
const SEED_COLLECTION = '10';

/** `YYYYMMDD`; a month or day that nobody knows is `00`. */
const dateOf = (date: PartialDate | null): string => (date === null ? '' : date.replaceAll('-', '').padEnd(8, '0'));

/** A lot as a genebank reads it. People are numbers: who they are is the library's to tell. */
export function describeLot(lot: DescribedLot): Readonly<Record<Descriptor, string>> {
  const [genus = '', species = ''] = lot.species.split(' ');
  const known: Partial<Record<Descriptor, string>> = {
    ACCENUMB: lot.code,
    GENUS: genus,
    SPECIES: species,
    CROPNAME: lot.crop,
    ACCENAME: lot.variety,
    ACQDATE: dateOf(lot.takenInOn),
    COLLDATE: dateOf(lot.harvested),
    SAMPSTAT: STATUS[lot.kind],
    ANCEST: lot.parents.join(';'),
    COLLSRC: SOURCE[lot.origin],
    DONORNUMB: lot.donorId === null ? '' : String(lot.donorId),
    STORAGE: SEED_COLLECTION,
  };
  return Object.fromEntries(DESCRIPTORS.map((name) => [name, known[name] ?? ''])) as Record<Descriptor, string>;
}
