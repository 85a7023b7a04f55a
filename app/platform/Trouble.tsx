import { ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';

interface Near {
  readonly code: string;
  readonly variety: string;
  readonly crop: string;
}

/** What a page says when it cannot be shown: why, in plain words, and the way on. */
export function Trouble({ status, about }: { status: number; about: unknown }) {
  const said = REFUSED_UNREAD.includes(status) ? saidBefore(about) : null;
  const { title, words } = said ? { title: 'Nothing was saved', words: said } : (WORDS[status] ?? WORDS[500]!);
  const near = nearLots(about);
  return (
    <>
      <title>{`${title} · Kind Granary`}</title>
      <PageHead title={title} about={near.length > 0 ? 'No lot has this code. Did you mean one of these?' : words} />
      {near.length > 0 && (
        <ul className="mb-6 space-y-2">
          {near.map(({ code, variety, crop }) => (
            <li key={code}>
              <a className="link font-mono" href={`/lots/${code}`}>
                {code}
              </a>{' '}
              {crop} ‘{variety}’
            </li>
          ))}
        </ul>
      )}
      {status === 503 ? (
        <>
          <meta httpEquiv="refresh" content="10" />
          <ButtonLink to="" reloadDocument look="action">
            Try again
          </ButtonLink>
        </>
      ) : (
        <ButtonLink to="/" look="action">
          Go to Today
        </ButtonLink>
      )}
    </>
  );
}

const WORDS: Record<number, { title: string; words: string }> = {
  400: {
    title: 'We could not read this request',
    words:
      'Part of the address was changed, or the form was sent by something other than this site. Nothing was saved. Go back and try again.',
  },
  403: {
    title: 'Not for your role',
    words: 'You are signed in, but your role cannot open this page. Ask a coordinator if you need it.',
  },
  404: { title: 'Page not found', words: 'The link may be old, or the address mistyped.' },
  405: { title: 'Not supported', words: 'This address does not accept that kind of request.' },
  410: {
    title: 'Withdrawn',
    words: 'This lot was taken in by mistake and then withdrawn. Its seed is not counted, and its code will not be used again.',
  },
  413: { title: 'Too long', words: 'One of the fields holds more text than can be saved. Nothing was saved. Go back and shorten it.' },
  415: { title: 'Not a form', words: 'This address only accepts forms from this site. Nothing was saved.' },
  503: {
    title: 'The library’s database is not answering',
    words: 'Nothing was lost. This usually passes within a minute, and this page tries again by itself every ten seconds.',
  },
  500: {
    title: 'Something went wrong',
    words:
      'This is our fault, not yours. Nothing was saved. Try again; if it happens twice, tell the person who runs the server what you were doing and when.',
  },
};

/** The words of whoever turned the request away before it came to the application; a proxy's page of its own has none. */
function saidBefore(about: unknown): string | null {
  const text = typeof about === 'string' ? about.trim() : '';
  return text === '' || text.startsWith('<') || text.length > MOST_WORDS ? null : text;
}

const MOST_WORDS = 500;
/** Statuses with which a form is turned away before it is read. */
const REFUSED_UNREAD = [403, 411, 413];

function nearLots(about: unknown): Near[] {
  return typeof about === 'object' && about !== null && 'near' in about && Array.isArray(about.near) ? (about.near as Near[]) : [];
}
