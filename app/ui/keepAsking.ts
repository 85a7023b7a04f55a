const BETWEEN_MS = 3_000;
const GIVE_UP_MS = 5 * 60_000;
const WORDS = 'The library’s database is not answering. Your entry is kept and will be sent as soon as it answers.';

const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** A line at the head of the window while requests wait; taken away by the last of them. */
function notice(): () => void {
  const line = document.createElement('p');
  line.role = 'status';
  line.className = 'sticky top-0 z-50 bg-doubt-tint px-5 py-3 text-center font-semibold text-ink';
  line.textContent = WORDS;
  document.body.prepend(line);
  return () => line.remove();
}

/**
 * Lets the page's own requests wait while the server says that its database is away (503), instead of putting an error in the place of a
 * form that somebody filled in. Asking again is safe: each form carries a key under which it has one effect.
 */
export function keepAsking(): void {
  const ask = window.fetch.bind(window);
  window.fetch = async (input, init) => {
    const first = await ask(input, init);
    if (first.status !== 503 || !isOwnData(input)) return first;
    const takeAway = notice();
    try {
      for (const since = Date.now(); Date.now() - since < GIVE_UP_MS;) {
        await wait(BETWEEN_MS);
        init?.signal?.throwIfAborted();
        const next = await ask(input, init);
        if (next.status !== 503) return next;
      }
      return first;
    } finally {
      takeAway();
    }
  };
}

const isOwnData = (input: RequestInfo | URL): boolean =>
  new URL(input instanceof Request ? input.url : input, location.href).pathname.endsWith('.data');
