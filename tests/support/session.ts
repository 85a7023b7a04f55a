import { tokenOf, type SampleLibrary } from './library.ts';
import type { Visitor } from './places.ts';

/** A visitor's requests, without a browser: no redirect is followed, nothing is packed, and posts come from the library's own page. */
export interface Session {
  get(path: string, init?: RequestInit): Promise<Response>;
  /** A form's post; `fields` may name one field several times. */
  post(path: string, fields: Record<string, string> | [string, string][], headers?: Record<string, string>): Promise<Response>;
  text(path: string): Promise<string>;
}

export function sessionOf({ url }: Pick<SampleLibrary, 'url'>, visitor: Visitor): Session {
  const always: Record<string, string> = {
    'accept-encoding': 'identity',
    ...(visitor !== 'stranger' && { cookie: `granary_session=${tokenOf(visitor)}` }),
  };
  const get = (path: string, init: RequestInit = {}) =>
    fetch(url + path, { redirect: 'manual', ...init, headers: { ...always, ...(init.headers as Record<string, string>) } });
  return {
    get,
    post: (path, fields, headers = {}) =>
      get(path, { method: 'POST', body: new URLSearchParams(fields), headers: { origin: url, ...headers } }),
    text: async (path) => (await get(path)).text(),
  };
}

/** The data address of a page, as the application's own navigation asks for it. */
export function dataAddress(path: string): string {
  const [page, query] = path.split('?');
  return `${page === '/' ? '/_root' : page}.data${query ? `?${query}` : ''}`;
}

/** Runs work over all items, some at a time; gives the results in their order. */
export async function inParallel<Item, Result>(items: readonly Item[], work: (item: Item) => Promise<Result>, most = 8): Promise<Result[]> {
  const results: Result[] = new Array<Result>(items.length);
  let next = 0;
  const lane = async () => {
    for (let index = next++; index < items.length; index = next++) results[index] = await work(items[index]!);
  };
  await Promise.all(Array.from({ length: most }, lane));
  return results;
}
