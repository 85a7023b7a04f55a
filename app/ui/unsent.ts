import { asSent } from './smallPhoto.ts';

/** What was recorded on this device (a count, an entry of a season's log), and is not saved yet. */
export interface Unsent {
  /** Made with it: however often it is sent, it is written once. */
  readonly key: string;
  /** Where it is sent, and the page of what it is about. */
  readonly to: string;
  readonly page: string;
  readonly name: string;
  readonly fields: Readonly<Record<string, string>>;
  /** Why the book would not take it; null while it only waits. */
  readonly refused: string | null;
  /** The same, by the field it is about. */
  readonly errors?: Errors;
}

type Errors = Readonly<Record<string, readonly string[]>>;

/** What the book says to what is sent to it. */
export type SentAnswer = { readonly ok: true } | { readonly ok: false; readonly errors: Errors };

const CHANGED = 'unsent';
const GIVE_UP_MS = 15_000;
/** Each person has a queue of their own: nobody else sees it on this device, or sends it. */
const nameOf = (owner: number) => `kind-granary-counts-${owner}`;

export function keptFor(owner: number): readonly Unsent[] {
  try {
    const kept = JSON.parse(localStorage.getItem(nameOf(owner)) ?? '[]') as (Unsent & { readonly testId?: number })[];
    // A count kept by an earlier version named its test alone.
    return kept.map(({ testId, ...one }) =>
      testId === undefined ? one : { ...one, to: `/tests/${testId}/counts`, page: `/tests/${testId}` },
    );
  } catch {
    return [];
  }
}

function keep(owner: number, waiting: readonly Unsent[]): void {
  if (waiting.length === 0) localStorage.removeItem(nameOf(owner));
  else localStorage.setItem(nameOf(owner), JSON.stringify(waiting));
  dispatchEvent(new Event(CHANGED));
}

/** What this window has kept and not tried to send yet: nobody need be told that it waits. */
const untried = new Set<string>();
export const isTried = ({ key }: Unsent): boolean => !untried.has(key);

/** Keeps it. @returns false where the device has no room for it: nothing is kept then */
export function keepForLater(owner: number, one: Unsent): boolean {
  try {
    untried.add(one.key);
    keep(owner, [...keptFor(owner), one]);
    return true;
  } catch {
    untried.delete(one.key);
    return false;
  }
}

export function dropUnsent(owner: number, key: string): void {
  untried.delete(key);
  keep(
    owner,
    keptFor(owner).filter((one) => one.key !== key),
  );
}

/** Told whenever the queue changes, in this window or another. @returns how to stop */
export function onUnsent(listener: () => void): () => void {
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

/** What became of one entry that was kept and then sent. */
export type Became = { readonly is: 'saved' | 'waiting' } | { readonly is: 'refused'; readonly errors: Errors };

/**
 * Keeps an entry, so that nothing that happens to the page can lose it, and sends it at once. A refused one does not stay: it is mended where it was
 * written. @returns null where the device has no room to keep it
 */
export async function sendSafely(owner: number, one: Unsent): Promise<Became | null> {
  if (!keepForLater(owner, one)) return null;
  const mine = () => keptFor(owner).find(({ key }) => key === one.key);
  // A sending that was under way may have looked for the last time just before.
  if ((await sendKept(owner)) === 'all sent' && mine()?.refused === null) await sendKept(owner);
  const left = mine();
  if (!left) return { is: 'saved' };
  if (left.refused === null) return { is: 'waiting' };
  dropUnsent(owner, one.key);
  return { is: 'refused', errors: left.errors ?? { '': [left.refused] } };
}

async function sendAll(owner: number): Promise<Sent> {
  for (let one = next(owner); one; one = next(owner)) {
    const answer = await send(owner, one);
    if (answer === 'no network' || answer === 'signed out') {
      untried.clear();
      dispatchEvent(new Event(CHANGED));
      return answer;
    }
    const { key } = one;
    if (answer.ok) dropUnsent(owner, key);
    else {
      untried.delete(key);
      const refused = Object.values(answer.errors).flat().join('. ');
      keep(
        owner,
        keptFor(owner).map((kept) => (kept.key === key ? { ...kept, refused, errors: answer.errors } : kept)),
      );
    }
  }
  return 'all sent';
}

const next = (owner: number) => keptFor(owner).find(({ refused }) => refused === null);

async function send(owner: number, { to, fields, key }: Unsent): Promise<SentAnswer | 'no network' | 'signed out'> {
  const body = new FormData();
  for (const [name, value] of Object.entries({ ...fields, key, owner: String(owner) })) body.set(name, asSent(value));
  try {
    const response = await fetch(to, {
      method: 'POST',
      body,
      signal: AbortSignal.timeout(GIVE_UP_MS),
      redirect: 'manual',
    });
    if (response.type === 'opaqueredirect' || [401, 403, 409].includes(response.status)) return 'signed out';
    if (response.status >= 500) return 'no network';
    return (await response.json()) as SentAnswer;
  } catch {
    return 'no network';
  }
}
