import { readFileSync } from 'node:fs';
import { join } from 'node:path';
/** Codes and numbers of the sample data that addresses need. */
export interface Samples {
  readonly code: string;
  readonly test: string;
  /** A towel on which every seed still waits. */
  readonly freshTest: string;
  readonly endedTest: string;
  readonly loan: string;
  readonly person: string;
  readonly line: string;
  readonly batch: string;
  readonly photo: string;
  readonly growOut: string;
  readonly garden: string;
}

const first = (text: string, pattern: RegExp): string => {
  const found = pattern.exec(text)?.[1];
  if (!found) throw new Error(`the sample data hold nothing like ${pattern}`);
  return found;
};

/** Finds them through the application itself. @param read a page's HTML, as somebody who works here sees it */
export async function findSamples(read: (path: string) => Promise<string>): Promise<Samples> {
  return {
    code: first(await read('/shelves?search=long+siding&state=in+store'), /\/lots\/(\d\d-\d{4}-[A-Z])/),
    test: first(await read('/tests'), /href="\/tests\/(\d+)"/),
    freshTest: [...(await read('/tests')).matchAll(/href="\/tests\/(\d+)"/g)].at(-1)![1]!,
    endedTest: first(await read('/tests?show=ended&search=long+siding'), /href="\/tests\/(\d+)"/),
    loan: first(await read('/desk/loans'), /\/intake\?loan=(\d+)/),
    batch: first(await read('/bench?search=sleeper+row'), /href="\/bench\/(\d+)"/),
    photo: first(await read(first(await read('/bench?search=gauge+glass'), /href="(\/bench\/\d+)"/)), /\/bench\/photos\/(\d+)/),
    growOut: first(await read('/grow-outs'), /href="\/grow-outs\/(\d+)"/),
    garden: first(await read('/gardens'), /href="\/gardens\/(\d+)"/),
    line: first(await read('/lines'), /href="\/lines\/(\d+)"/),
    person: first(await read('/desk/loans'), /\/people\/(\d+)/),
  };
}

/** The import that the sample data begin. */
const IMPORT = '5ee0b00c-0000-4000-8000-000000000001';

type Who = 'everybody' | 'signed in' | 'works here' | 'coordinator';

/** The map of the application, as it is written. */
export const ROUTES = readFileSync(join(import.meta.dirname, '../../app/routes.ts'), 'utf8');

/** A route's own id, by which its data can be asked for alone, past its parents' loaders: its file in app/, without an ending. */
export function idOf(route: string): string {
  const file =
    route === ''
      ? /index\('([^']+)'\)/.exec(ROUTES)?.[1]
      : new RegExp(`route\\('${route.replace(/[*?]/g, '\\$&')}', '([^']+)'`).exec(ROUTES)?.[1];
  return file!.replace(/\.tsx?$/, '');
}

export interface Place {
  /** The route's path as app/routes.ts has it. */
  readonly route: string;
  readonly path: (samples: Samples) => string;
  readonly who: Who;
  /** Who may post to it; `nobody` where it takes no posts. */
  readonly posts: Who | 'nobody';
  readonly page: boolean;
}

const place = (route: string, who: Who, posts: Place['posts'] = 'nobody', path: Place['path'] = () => `/${route}`, page = true): Place => ({
  route,
  path,
  who,
  posts,
  page,
});

/** Every route, and who may see it and post to it. A route that is missing here fails the tests. */
export const PLACES: readonly Place[] = [
  place('', 'signed in'),
  place('intake/:draft?', 'works here', 'works here', () => '/intake'),
  place('bench', 'works here'),
  place('bench/load', 'works here'),
  place('bench/reckoner', 'works here'),
  place('bench/:id', 'works here', 'works here', ({ batch }) => `/bench/${batch}`),
  place('bench/devices', 'works here', 'works here'),
  place('bench/devices/read', 'works here', 'nobody', () => '/bench/devices/read?of=scale', false),
  place('bench/photos/:id', 'works here', 'nobody', ({ photo }) => `/bench/photos/${photo}`, false),
  place('bench/:id/tag', 'works here', 'works here', ({ batch }) => `/bench/${batch}/tag`),
  place('bench/:id/tag.pdf', 'works here', 'nobody', ({ batch }) => `/bench/${batch}/tag.pdf?count=2`, false),
  place('lots/:code/bench', 'works here', 'works here', ({ code }) => `/lots/${code}/bench`),
  place('lots/:code/methods', 'works here', 'works here', ({ code }) => `/lots/${code}/methods`),
  place('lots/:code/purity', 'works here', 'works here', ({ code }) => `/lots/${code}/purity`),
  place('lots/:code/pack', 'works here', 'works here', ({ code }) => `/lots/${code}/pack`),
  place('lots/:code/away', 'works here', 'works here', ({ code }) => `/lots/${code}/away`),
  place('tests', 'works here'),
  place('tests/lay', 'works here', 'works here'),
  place('tests/plan', 'works here', 'works here'),
  place('tests/trainer', 'works here'),
  place('tests/list', 'works here'),
  place('tests/calendar', 'signed in', 'signed in'),
  place('calendar/:token', 'everybody', 'nobody', () => '/calendar/guessed', false),
  place('tests/slips', 'works here', 'nobody', ({ test }) => `/tests/slips?ids=${test}`),
  place('tests/slips.pdf', 'works here', 'nobody', ({ test }) => `/tests/slips.pdf?ids=${test}`, false),
  place('tests/photos/:id', 'works here', 'nobody', () => '/tests/photos/1', false),
  place('tests/round', 'works here'),
  place('tests/:id/claim', 'works here', 'works here', ({ test }) => `/tests/${test}/claim`, false),
  place('tests/:id/counts', 'works here', 'works here', ({ test }) => `/tests/${test}/counts`, false),
  place('wants', 'works here'),
  place('settings/take-out', 'coordinator'),
  place('import', 'coordinator', 'coordinator'),
  place('listings', 'works here', 'coordinator'),
  place('swaps', 'works here', 'coordinator'),
  place('swaps.csv', 'works here', 'nobody', () => '/swaps.csv?to=Long+Acre+Seed+Library&on=2026-11-08', false),
  place('recall.json', 'works here', 'nobody', () => '/recall.json?to=Long+Acre+Seed+Library', false),
  place('lots/:code/origin', 'works here', 'works here', ({ code }) => `/lots/${code}/origin`),
  place('report', 'works here'),
  place('everything.zip', 'coordinator', 'nobody', () => '/everything.zip', false),
  place('import/:import', 'coordinator', 'coordinator', () => `/import/${IMPORT}`),
  place('import/:import/corrected.csv', 'coordinator', 'nobody', () => `/import/${IMPORT}/corrected.csv`, false),
  place('gardens.geojson', 'works here', 'nobody', () => '/gardens.geojson', false),
  place('people/:id/data', 'signed in', 'nobody', ({ person }) => `/people/${person}/data`),
  place('people/:id/data.json', 'signed in', 'nobody', ({ person }) => `/people/${person}/data.json`, false),
  place('tables/:table', 'works here', 'nobody', () => '/tables/shelves.csv', false),
  place('offer', 'everybody'),
  place('offer.pdf', 'everybody', 'nobody', () => '/offer.pdf', false),
  place('offer.csv', 'everybody', 'nobody', () => '/offer.csv', false),
  place('offer.json', 'everybody', 'nobody', () => '/offer.json', false),
  place('wants.csv', 'works here', 'nobody', () => '/wants.csv', false),
  place('tablet', 'works here', 'works here'),
  place('loans/:id/failed', 'signed in', 'signed in', ({ loan }) => `/loans/${loan}/failed`),
  place('people/:id/erase', 'coordinator', 'coordinator', ({ person }) => `/people/${person}/erase`),
  place('people/:id/letter', 'works here', 'works here', ({ person }) => `/people/${person}/letter`),
  place('given/:token', 'everybody', 'nobody', () => '/given/not-a-token', false),
  place('loans/:id/came-up', 'signed in', 'signed in', ({ loan }) => `/loans/${loan}/came-up`),
  place('tests/:id', 'works here', 'works here', ({ test }) => `/tests/${test}`),
  place('tests/:id/slip', 'works here', 'works here', ({ test }) => `/tests/${test}/slip`),
  place('tests/:id/slip.pdf', 'works here', 'nobody', ({ test }) => `/tests/${test}/slip.pdf`, false),
  place('shelves', 'works here'),
  place('places', 'works here', 'works here'),
  place('labels', 'works here', 'works here'),
  place('labels.pdf', 'works here', 'works here', () => '/labels.pdf', false),
  place('lots/:code', 'works here', 'works here', ({ code }) => `/lots/${code}`),
  place('lots/:code/blend', 'works here', 'works here', ({ code }) => `/lots/${code}/blend`),
  place('lots/:code/move', 'works here', 'works here', ({ code }) => `/lots/${code}/move`),
  place('lots/:code/give', 'works here', 'works here', ({ code }) => `/lots/${code}/give`),
  place('lots/:code/grow-out', 'works here', 'coordinator', ({ code }) => `/lots/${code}/grow-out`),
  place('people/:id/grower', 'works here', 'works here', ({ person }) => `/people/${person}/grower`),
  place('gardens', 'works here', 'works here'),
  place('gardens/:id', 'works here', 'works here', ({ garden }) => `/gardens/${garden}`),
  place('grow-outs', 'works here'),
  place('grow-outs/all', 'works here'),
  place('grow-outs/risk', 'works here'),
  place('grow-outs/plan', 'coordinator', 'coordinator'),
  place('grow-outs/plan/versions', 'coordinator'),
  place('grow-outs/plan/sheet', 'coordinator', undefined, () => '/grow-outs/plan/sheet?version=1', false),
  place('copies', 'works here', 'works here'),
  place('grow-outs/season', 'works here'),
  place('grow-outs/drift', 'works here'),
  place('grow-outs/photos/:id', 'signed in', 'nobody', () => '/grow-outs/photos/1', false),
  place('grow-outs/log', 'signed in'),
  place('grow-outs/:id/log', 'signed in', 'signed in', ({ growOut }) => `/grow-outs/${growOut}/log`, false),
  place('grow-outs/:id/place', 'coordinator', 'coordinator', ({ growOut }) => `/grow-outs/${growOut}/place`),
  place('grow-outs/:id/sheet', 'signed in', 'signed in', ({ growOut }) => `/grow-outs/${growOut}/sheet`),
  place('grow-outs/:id', 'works here', 'works here', ({ growOut }) => `/grow-outs/${growOut}`),
  place('lots/:code/outlook', 'works here', 'works here', ({ code }) => `/lots/${code}/outlook`),
  place('lots/:code/test', 'works here', 'works here', ({ code }) => `/lots/${code}/test`),
  place('lots/:code/passport', 'works here', 'works here', ({ code }) => `/lots/${code}/passport`),
  place('lots/:code/correct', 'works here', 'works here', ({ code }) => `/lots/${code}/correct`),
  place('lots/:code/seen', 'works here', 'works here', ({ code }) => `/lots/${code}/seen`),
  place('lots/:code/recall', 'works here', 'works here', ({ code }) => `/lots/${code}/recall`),
  place('lots/:code/label', 'works here', 'works here', ({ code }) => `/lots/${code}/label`),
  place('lots/:code/labels.pdf', 'works here', 'works here', ({ code }) => `/lots/${code}/labels.pdf?sheet=a4-8&count=2`, false),
  place('desk', 'works here'),
  place('desk/lot', 'works here', 'nobody', ({ code }) => `/desk/lot?code=${code}`, false),
  place('desk/loans', 'works here'),
  place('desk/loans/:id', 'works here', 'works here', ({ loan }) => `/desk/loans/${loan}`),
  place('people/new', 'works here', 'works here'),
  place('people/:id', 'works here', 'works here', ({ person }) => `/people/${person}`),
  place('people/:id/edit', 'works here', 'works here', ({ person }) => `/people/${person}/edit`),
  place('lines', 'works here'),
  place('lines/:id', 'works here', 'nobody', ({ line }) => `/lines/${line}`),
  place('lines/:id/edit', 'works here', 'works here', ({ line }) => `/lines/${line}/edit`),
  place('almanac', 'signed in'),
  place('almanac/crossing', 'signed in'),
  place('almanac/compare', 'signed in'),
  place('almanac/words', 'signed in'),
  place('almanac/new', 'coordinator', 'coordinator'),
  place('almanac/:crop', 'signed in', 'nobody', () => '/almanac/pea'),
  place('almanac/:crop/own', 'coordinator', 'coordinator', () => '/almanac/pea/own', false),
  place('almanac/:crop/facts', 'coordinator', 'coordinator', () => '/almanac/pea/facts'),
  place('settings', 'coordinator', 'coordinator'),
  place('settings/rules', 'coordinator', 'coordinator'),
  place('settings/growing', 'coordinator', 'coordinator'),
  place('settings/recipes', 'coordinator', 'coordinator'),
  place('settings/record', 'coordinator'),
  place('settings/handover', 'coordinator'),
  place('mine', 'signed in'),
  place('find', 'works here', 'nobody', () => '/find?q=pea'),
  place('suggest', 'works here', 'nobody', () => '/suggest?typed=ma', false),
  place('undo', 'signed in', 'signed in'),
  place('sent-before/:act', 'signed in', 'nobody', () => '/sent-before/5ee0b00c-0000-4000-8000-0000000000ff'),
  place('sign-in', 'everybody', 'everybody'),
  place('sign-out', 'everybody', 'everybody', () => '/sign-out', false),
  place('welcome/:token', 'everybody', 'everybody', () => '/welcome/invented'),
  place('theme', 'everybody', 'everybody', () => '/theme', false),
  place('help', 'everybody', 'everybody', () => '/help', false),
  place('s/:code', 'everybody', 'nobody', ({ code }) => `/s/${code}`),
  place('health', 'everybody', 'nobody', () => '/health', false),
  place('*', 'everybody', 'everybody', () => '/no/such/place', false),
];

const RANK: Record<'stranger' | 'member' | 'helper' | 'coordinator', readonly Who[]> = {
  stranger: ['everybody'],
  member: ['everybody', 'signed in'],
  helper: ['everybody', 'signed in', 'works here'],
  coordinator: ['everybody', 'signed in', 'works here', 'coordinator'],
};

export type Visitor = keyof typeof RANK;
export const VISITORS = Object.keys(RANK) as Visitor[];

export const mayEnter = (visitor: Visitor, who: Who): boolean => RANK[visitor].includes(who);
