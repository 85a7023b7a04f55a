const BETWEEN_MS = 3_000;
const GIVE_UP_MS = 5 * 60_000;
const KEPT = 'Your entry is kept and will be sent as soon as it answers.';
const AWAY = `The library’s database is not answering. ${KEPT}`;
const UNREACHED = `The library cannot be reached. ${KEPT}`;

const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** A line at the head of the window while requests wait; taken away by the last of them. */
function notice(words: string): () => void {
  const line = document.createElement('p');
  line.role = 'status';
  line.className = 'sticky top-0 z-50 bg-doubt-tint px-5 py-3 text-center font-semibold text-ink';
  line.textContent = words;
  document.body.prepend(line);
  return () => line.remove();
}

/**
 * Lets the page's own requests wait while the server cannot be reached, or says that its database is away (503), instead of putting an
 * error in the place of a form that somebody filled in. A connection that breaks once, as an idle one may that both ends give up at the
 * same moment, is not even mentioned. Asking again is safe: each form carries a key under which it has one effect.
 */
export function keepAsking(): void {
  const ask = window.fetch.bind(window);
  window.fetch = async (input, init) => {
    if (!isOwnData(input)) return ask(input, init);
    const signal = init?.signal ?? (input instanceof Request ? input.signal : null);
    let broken: unknown;
    /** The answer; null where there was none. What was called off is no failure. */
    const tryOnce = () =>
      ask(input instanceof Request ? input.clone() : input, init).catch((error: unknown) => {
        if (signal?.aborted) throw error;
        broken = error;
        return null;
      });
    const first = (await tryOnce()) ?? (await tryOnce());
    if (first && first.status !== 503) return first;
    const takeAway = notice(first ? AWAY : UNREACHED);
    try {
      let last = first;
      for (const since = Date.now(); Date.now() - since < GIVE_UP_MS;) {
        await wait(BETWEEN_MS);
        signal?.throwIfAborted();
        last = await tryOnce();
        if (last && last.status !== 503) return last;
      }
      if (last) return last;
      throw broken;
    } finally {
      takeAway();
    }
  };
}

const isOwnData = (input: RequestInfo | URL): boolean =>
  new URL(input instanceof Request ? input.url : input, location.href).pathname.endsWith('.data');
