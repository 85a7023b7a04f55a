/** What a sheet is a list of, in the order in which they are written: later ones speak of earlier ones. */
export const THINGS = ['places', 'people', 'lines', 'lots', 'tests', 'loans'] as const;
export type Thing = (typeof THINGS)[number];

/**
 * What a column can hold, with the words by which people head it. The first field that a head fits exactly is taken; words of several letters
 * may also stand within a longer head.
 */
const HEADS = {
  name: 'crop and variety, crop variety, seed, seed name, what, item, description, plant and variety, name and variety',
  crop: 'crop, vegetable, veg, plant, type of plant, common name, kind of plant, cropname',
  genus: 'genus',
  species: 'species, latin name, latin, scientific name, botanical name',
  variety: 'variety, cultivar, cv, variety name, accession name, strain, sort, accename',
  kind: 'op f1, op hybrid, hybrid, f1, open pollinated, breeding, seed kind, op or f1, pollination, kind, type, sampstat',
  number:
    'number, no, nr, id, code, ref, reference, lot, lot no, lot number, jar, jar no, envelope no, accession, accession number, our number, packet no, sample no, accenumb',
  library: 'library, seed library, from library, other library, library of origin, given by library',
  parent: 'parent, parent lot, grown from, from lot, mother, parent number, parent no, saved from, child of, ancest',
  ownParent: 'grown from your lot, grown from our lot',
  harvested:
    'harvested, harvest, harvest year, year harvested, year, saved in, year saved, grown in, grown, season, harvest date, seed year, date harvested, collected, vintage, colldate',
  takenIn:
    'received, date received, date in, came in, taken in, added, donated on, date, intake, acquired, acquisition date, arrived, entry date, acqdate',
  origin: 'origin, how we got it, came as, acquired by, how acquired, acquisition, collsrc',
  donor:
    'donor, donated by, from, given by, from whom, grower, source, source person, saved by, contributor, supplier, who, donorname, collected by, collector',
  garden: 'garden, plot, allotment, grown at, where grown, site',
  firstSource: 'first source, original source, bought from, originally from, history, provenance, where from',
  plants: 'plants, plants saved from, no of plants, number of plants, plants harvested, population',
  generations: 'generations, years grown here, seasons grown, seasons',
  amount:
    'amount, quantity, qty, stock, how much, weight, seeds, seed count, count, packets, pkts, in stock, on hand, left, remaining, grams, g, quantity left, balance',
  place: 'place, location, where, shelf, box, drawer, stored, storage, where kept, fridge, store, tin, cupboard',
  container: 'container, kept in, packaging, envelope or jar, vessel',
  treated: 'treated, chemically treated, fungicide, coated',
  isolation: 'isolation, isolated, isolation method, how isolated, caged, crossing risk, kept apart',
  germination:
    'germination, germ, germination test, germ test, germ rate, germination rate, viability, test, test result, result, tested at, germ percent, percent, g',
  testedOn: 'tested, test date, tested on, date tested, germ date, germination date, date of test, last tested, year tested',
  laid: 'laid, seeds tested, seeds sown, sown, no tested, number tested, sample, sample size, out of, of',
  sprouted: 'sprouted, germinated, came up, up, good, no germinated, number germinated, normal',
  celsius: 'temperature, temp, celsius, degrees, degrees c, warmth',
  humidity: 'humidity, rh, relative humidity, damp',
  since: 'since, from date, measured, measured on, as of, from when',
  aliases: 'aliases, alias, also called, other names, aka, synonyms, also known as, known as',
  story: 'story, description of variety, about, history of variety, notes on variety, background, characteristics',
  aim: 'aim, keep true, keep pure, purpose, adapting',
  person: 'name, member, person, full name, member name, names, borrower, who, contact, people, contact name',
  firstName: 'first name, first, given name, forename, christian name',
  lastName: 'last name, surname, family name, last',
  email: 'email, e mail, mail, email address',
  phone: 'phone, telephone, tel, mobile, phone number, cell',
  isMember: 'member, is member, member since, membership, paid, active, joined',
  groupOf: 'group size, group of, how many people, size of group, pupils, household',
  packets: 'packets, pkts, packs, no of packets, qty, quantity, how many, amount, number of packets',
  lentOn: 'lent, lent on, date, borrowed, borrowed on, date borrowed, out, date out, taken, taken on, loan date',
  dueOn: 'due, due on, return by, back by, due back, due date',
  returnedOn: 'returned, returned on, date returned, back, date back, came back, in',
  outcome: 'outcome, what happened, result, status, how did it end',
  note: 'note, notes, comment, comments, remark, remarks, observations, other, info',
} as const;
export type Field = keyof typeof HEADS;
export const FIELDS = Object.keys(HEADS) as [Field, ...Field[]];

/** The columns that each thing can have, most telling first, and those without which a sheet is hardly a list of it. */
export const FIELDS_OF: Readonly<Record<Thing, { readonly fields: readonly Field[]; readonly needs: readonly (readonly Field[])[] }>> = {
  lots: {
    fields: [
      'number',
      'library',
      'name',
      'crop',
      'genus',
      'species',
      'variety',
      'kind',
      'harvested',
      'takenIn',
      'origin',
      'donor',
      'garden',
      'firstSource',
      'plants',
      'generations',
      'amount',
      'place',
      'container',
      'treated',
      'isolation',
      'germination',
      'testedOn',
      'laid',
      'sprouted',
      'celsius',
      'parent',
      'ownParent',
      'note',
    ],
    needs: [
      ['name', 'crop', 'variety', 'species'],
      ['amount', 'harvested', 'takenIn', 'place', 'donor', 'germination'],
    ],
  },
  tests: {
    fields: ['number', 'name', 'crop', 'variety', 'harvested', 'testedOn', 'laid', 'sprouted', 'germination', 'celsius', 'note'],
    needs: [['number', 'name', 'variety'], ['testedOn'], ['sprouted', 'germination']],
  },
  loans: {
    fields: ['person', 'number', 'name', 'crop', 'variety', 'harvested', 'packets', 'lentOn', 'dueOn', 'returnedOn', 'outcome', 'note'],
    needs: [['person'], ['lentOn', 'returnedOn', 'dueOn'], ['number', 'name', 'variety', 'crop']],
  },
  people: {
    fields: ['person', 'firstName', 'lastName', 'email', 'phone', 'isMember', 'groupOf', 'garden', 'note'],
    needs: [
      ['person', 'lastName', 'firstName'],
      ['email', 'phone', 'isMember', 'garden'],
    ],
  },
  lines: {
    fields: ['name', 'crop', 'genus', 'species', 'variety', 'aliases', 'story', 'aim', 'note'],
    needs: [
      ['name', 'crop', 'variety'],
      ['aliases', 'story', 'aim'],
    ],
  },
  places: {
    fields: ['place', 'celsius', 'humidity', 'since', 'note'],
    needs: [['place'], ['celsius', 'humidity']],
  },
};

/** Fields of which a sheet may have several columns: one per year of tests, notes of several kinds. */
export const SEVERAL: readonly Field[] = ['germination', 'note'];

/** A head as it is compared: lower case, letters and digits, single spaces. */
export const headKey = (head: string): string =>
  head
    .normalize('NFKD')
    .toLowerCase()
    .replaceAll('%', ' percent ')
    .replaceAll(/[^a-z0-9]+/g, ' ')
    .trim();

const WORDS = new Map<string, readonly string[]>(Object.entries(HEADS).map(([field, heads]) => [field, heads.split(', ')]));

/** Words that head a column of many things: they count where they are the whole head, and not within another. */
const WEAK = new Set([
  'date',
  'name',
  'names',
  'test',
  'type',
  'kind',
  'number',
  'sample',
  'good',
  'season',
  'seed',
  'seeds',
  'where',
  'from',
  'item',
  'what',
  'contact',
  'purpose',
  'sort',
  'about',
  'other',
  'result',
  'status',
  'quantity',
  'amount',
  'count',
  'normal',
  'member',
  'taken',
  'last',
  'first',
  'year',
  'source',
  'stored',
  'description',
  'result',
  'active',
  'joined',
  'paid',
  'added',
]);
const SHORT = 3;

/** How well a column's head fits a field: 1 word for word (in the singular or plural), 0.6 where one of its words stands within it, 0 otherwise. */
export function headFits(head: string, field: Field): number {
  const key = headKey(head)
    .replaceAll(/\b(?:19|20)\d\d\b/g, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim();
  if (key === '') return 0;
  const words = WORDS.get(field)!;
  if (words.some((word) => word === key || `${word}s` === key || word === `${key}s`)) return 1;
  return words.some((word) => word.length > SHORT && !WEAK.has(word) && ` ${key} `.includes(` ${word} `)) ? 0.6 : 0;
}

/** The year in a column's head, as in `Germ 2019`. */
export const yearInHead = (head: string): number | null => {
  const found = /\b((?:19[5-9]|20\d)\d)\b/.exec(head);
  return found ? Number(found[1]) : null;
};
