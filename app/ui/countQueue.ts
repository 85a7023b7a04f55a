import type { TestId } from '#core/kernel/kinds.ts';
/** A count that was made on this device, and has not been written into the book yet. */
export interface KeptCount {
  /** Made with the count: however often it is sent, it is written once. */
  readonly key: string;
  readonly testId: TestId;
  readonly name: string;
  readonly fields: Readonly<Record<string, string>>;
  /** Why the book would not take it; null while it only waits. */
  readonly refused: string | null;
}

/** What the book says to a count that is sent to it. */
export type CountAnswer =
  | { readonly ok: true; readonly sprouted: number; readonly seedsLaid: number }
  | { readonly ok: false; readonly errors: Readonly<Record<string, readonly string[]>> };

const CHANGED = 'kept-counts';
const GIVE_UP_MS = 15_000;
/** Each person has a queue of their own: nobody else sees it on this device, or sends it. */
const nameOf = (owner: number) => `kind-granary-counts-${owner}`;

export function keptCounts(owner: number): readonly KeptCount[] {
  try {
    return JSON.parse(localStorage.getItem(nameOf(owner)) ?? '[]') as KeptCount[];
  } catch {
    return [];
  }
}

function keep(owner: number, counts: readonly KeptCount[]): void {
  if (counts.length === 0) localStorage.removeItem(nameOf(owner));
  else localStorage.setItem(nameOf(owner), JSON.stringify(counts));
  dispatchEvent(new Event(CHANGED));
}

export function keepCount(owner: number, count: KeptCount): void {
  keep(owner, [...keptCounts(owner), count]);
}

export function dropCount(owner: number, key: string): void {
  keep(
    owner,
    keptCounts(owner).filter((one) => one.key !== key),
  );
}

/** Told whenever the queue changes, in this window or another. @returns how to stop */
export function onKeptCounts(listener: () => void): () => void {
  for (const event of [CHANGED, 'storage']) addEventListener(event, listener);
  return () => {
    for (const event of [CHANGED, 'storage']) removeEventListener(event, listener);
  };
}

export type Sent = 'all sent' | 'no network' | 'signed out';
let sending: Promise<Sent> | null = null;

/**
 * Sends what waits, oldest first, one after the other. What was sent leaves the queue only when the book has answered; what it refuses stays,
 * with why. Two windows at once send the same keys, and each is written once.
 */
export function sendKept(owner: number): Promise<Sent> {
  sending ??= sendAll(owner).finally(() => (sending = null));
  return sending;
}

async function sendAll(owner: number): Promise<Sent> {
  for (let count = next(owner); count; count = next(owner)) {
    const answer = await send(owner, count);
    if (answer === 'no network' || answer === 'signed out') return answer;
    const { key } = count;
    if (answer.ok) dropCount(owner, key);
    else {
      const refused = Object.values(answer.errors).flat().join('. ');
      keep(
        owner,
        keptCounts(owner).map((one) => (one.key === key ? { ...one, refused } : one)),
      );
    }
  }
  return 'all sent';
}

const next = (owner: number) => keptCounts(owner).find(({ refused }) => refused === null);

async function send(owner: number, { testId, fields, key }: KeptCount): Promise<CountAnswer | 'no network' | 'signed out'> {
  const body = new FormData();
  for (const [name, value] of Object.entries({ ...fields, key, owner: String(owner) })) body.set(name, value);
  try {
    const response = await fetch(`/tests/${testId}/counts`, {
      method: 'POST',
      body,
      signal: AbortSignal.timeout(GIVE_UP_MS),
      redirect: 'manual',
    });
    if (response.type === 'opaqueredirect' || [401, 403, 409].includes(response.status)) return 'signed out';
    if (response.status >= 500) return 'no network';
    return (await response.json()) as CountAnswer;
  } catch {
    return 'no network';
  }
}
