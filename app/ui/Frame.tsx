import {
  Amphora,
  BookOpen,
  Footprints,
  Inbox,
  LibraryBig,
  Menu,
  NotebookPen,
  Rows3,
  Settings,
  Shovel,
  Sprout,
  Sun,
  Waypoints,
  type LucideIcon,
} from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { Form, Link, NavLink } from 'react-router';
import { classes } from './classes.ts';
import { Keys } from './Keys.tsx';
import { PlaceHelp } from './PlaceHelp.tsx';
import { UnsentNotice } from './UnsentNotice.tsx';
import { useIdleLock } from './useIdleLock.ts';
import { isTyping } from './typing.ts';

export interface Visitor {
  readonly account: number;
  readonly name: string;
  readonly role: string;
  readonly works: boolean;
  readonly leads: boolean;
  /** At a tablet that several share, one locks it instead of signing out. */
  readonly isShared: boolean;
}

interface Place {
  readonly to: string;
  readonly name: string;
  readonly Icon: LucideIcon;
}

const WORK: readonly Place[] = [
  { to: '/', name: 'Today', Icon: Sun },
  { to: '/intake', name: 'Intake', Icon: Inbox },
  { to: '/bench', name: 'Bench', Icon: Amphora },
  { to: '/tests', name: 'Tests', Icon: Sprout },
  { to: '/shelves', name: 'Shelves', Icon: Rows3 },
  { to: '/desk', name: 'Desk', Icon: NotebookPen },
];
const GROW_OUTS: Place = { to: '/grow-outs', name: 'Grow-outs', Icon: Shovel };
const LINES: Place = { to: '/lines', name: 'Lines', Icon: Waypoints };
const MINE: Place = { to: '/mine', name: 'My seed', Icon: Footprints };
const ALMANAC: Place = { to: '/almanac', name: 'Almanac', Icon: BookOpen };
const SETTINGS: Place = { to: '/settings', name: 'Settings', Icon: Settings };

/** What stands around every page: the places one may go, the finder, who is signed in, and over its foot what was just done. */
export function Frame({
  visitor,
  house,
  theme,
  putAway,
  isPractice,
  foot,
  children,
}: {
  visitor: Visitor | null;
  house: string | null;
  theme: string;
  putAway: readonly string[];
  /** Made-up data to practise on; said on every page. */
  isPractice: boolean;
  foot: ReactNode;
  children: ReactNode;
}) {
  useIdleLock(visitor?.isShared ?? false);
  if (!visitor)
    return (
      <StrangersFrame house={house} isPractice={isPractice}>
        {children}
      </StrangersFrame>
    );
  const main = visitor.works ? WORK : [MINE];
  const more = [
    ...(visitor.works ? [GROW_OUTS, LINES] : []),
    ALMANAC,
    ...(visitor.works ? [MINE] : []),
    ...(visitor.leads ? [SETTINGS] : []),
  ];
  return (
    <div className="min-h-dvh lg:grid lg:grid-cols-[13.5rem_1fr]">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-3">
        Skip to the page
      </a>
      <aside className="no-print hidden border-r border-rule lg:sticky lg:top-0 lg:flex lg:h-dvh lg:flex-col lg:px-4 lg:py-5">
        <Wordmark house={house} />
        {isPractice && <Practice />}
        <nav aria-label="Places" className="mt-5 flex flex-col gap-1">
          {main.map((place) => (
            <SideLink key={place.to} {...place} />
          ))}
          <hr className="my-2 border-rule" />
          {more.map((place) => (
            <SideLink key={place.to} {...place} />
          ))}
        </nav>
        <div className="mt-auto">
          <Who visitor={visitor} theme={theme} />
          <Keys />
        </div>
      </aside>
      <div className={classes('flex min-w-0 flex-col', foot ? 'pb-36 lg:pb-16' : 'pb-20 lg:pb-0')}>
        <header className="no-print flex items-center gap-3 border-b border-rule px-4 py-2 lg:px-8">
          <Link to="/" className="lg:hidden" aria-label="Kind Granary: go to Today">
            <Sheaf />
          </Link>
          {isPractice && <Practice className="order-last lg:hidden" />}
          {visitor.works ? <Finder /> : <span className="grow font-slab font-semibold lg:hidden">{house}</span>}
        </header>
        <main id="main" className="w-full max-w-6xl grow px-4 py-6 lg:px-8">
          <UnsentNotice owner={visitor.account} />
          <PlaceHelp putAway={putAway} />
          {children}
        </main>
        {/* There before its words are, so that they are read out when they come. */}
        <div aria-live="polite">{foot}</div>
      </div>
      <nav aria-label="Places" className="no-print fixed inset-x-0 bottom-0 z-40 flex border-t border-rule bg-sheet lg:hidden">
        {main.map((place) => (
          <BarLink key={place.to} {...place} />
        ))}
        <details className="relative flex-1">
          <summary className="flex min-h-16 flex-col items-center justify-center text-[0.8125rem]">
            <Menu aria-hidden className="size-6" />
            More
          </summary>
          <div className="absolute right-1 bottom-full mb-2 w-64 rounded-md border border-edge bg-sheet p-3">
            {more.map((place) => (
              <SideLink key={place.to} {...place} />
            ))}
            <hr className="my-2 border-rule" />
            <Who visitor={visitor} theme={theme} />
          </div>
        </details>
      </nav>
    </div>
  );
}

function StrangersFrame({ house, isPractice, children }: { house: string | null; isPractice: boolean; children: ReactNode }) {
  return (
    <div className="mx-auto min-h-dvh max-w-3xl px-4 py-6">
      <header className="no-print mb-8">
        <Wordmark house={house} />
        {isPractice && <Practice />}
      </header>
      <main id="main">{children}</main>
    </div>
  );
}

/** Marks a library of made-up data, on which nothing can go wrong. */
function Practice({ className }: { className?: string }) {
  return (
    <p
      className={classes(
        'mt-2 w-fit rounded-sm bg-doubt-tint px-2 py-0.5 text-[0.8125rem] font-semibold text-doubt max-lg:mt-0',
        className,
      )}
    >
      Practice<span className="max-lg:hidden"> library</span>
    </p>
  );
}

/** @param house the library's name; null where it could not be read */
function Wordmark({ house }: { house: string | null }) {
  return (
    <Link to="/" className="flex items-center gap-3 no-underline">
      <Sheaf />
      <span>
        <span className="block font-slab text-large leading-none font-semibold">Kind Granary</span>
        {house && <span className="mt-1 block text-small leading-tight text-soft">{house}</span>}
      </span>
    </Link>
  );
}

/** Three ears in a jar: the house's own sign. */
function Sheaf() {
  return (
    <svg viewBox="0 0 32 32" className="size-9 shrink-0" aria-hidden>
      <path d="M9 15h14v12a2 2 0 0 1-2 2H11a2 2 0 0 1-2-2z" className="fill-none stroke-frost" strokeWidth="2" />
      <path d="M16 24V8M12.5 24 10 11M19.5 24 22 11" className="fill-none stroke-ink" strokeWidth="1.6" />
      <ellipse cx="16" cy="6" rx="2.2" ry="4" className="fill-grain" />
      <ellipse cx="9.4" cy="8" rx="2" ry="3.6" transform="rotate(-14 9.4 8)" className="fill-grain" />
      <ellipse cx="22.6" cy="8" rx="2" ry="3.6" transform="rotate(14 22.6 8)" className="fill-grain" />
    </svg>
  );
}

/** The one always-ready field, on the key `/`: takes a typed or scanned lot code, a variety or a person. */
function Finder() {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const jump = (event: KeyboardEvent) => {
      if (event.key !== '/' || isTyping(event.target)) return;
      event.preventDefault();
      field.current?.focus();
    };
    addEventListener('keydown', jump);
    return () => removeEventListener('keydown', jump);
  }, []);
  return (
    <Form action="/find" role="search" aria-label="Go to" className="relative max-w-xl grow">
      <label className="sr-only" htmlFor="finder">
        Go to a lot, variety or person
      </label>
      <LibraryBig aria-hidden className="pointer-events-none absolute top-3.5 left-3 size-5 text-soft" />
      <input
        id="finder"
        ref={field}
        name="q"
        type="search"
        required
        autoComplete="off"
        placeholder="Scan or type a lot code, variety or name"
        className="input pl-10"
      />
    </Form>
  );
}

function SideLink({ to, name, Icon }: Place) {
  return (
    <NavLink
      to={to}
      end={to === '/'}
      className={({ isActive }) =>
        classes(
          'flex min-h-11 items-center gap-3 rounded-md px-3 no-underline lg:min-h-9',
          isActive ? 'bg-well font-semibold text-ink' : 'text-soft hover:bg-well hover:text-ink',
        )
      }
    >
      {({ isActive }) => (
        <>
          <Icon aria-hidden className={classes('size-5', isActive && 'text-grain')} />
          {name}
        </>
      )}
    </NavLink>
  );
}

function BarLink({ to, name, Icon }: Place) {
  return (
    <NavLink
      to={to}
      end={to === '/'}
      className={({ isActive }) =>
        classes(
          'flex min-h-16 flex-1 flex-col items-center justify-center border-t-3 text-[0.8125rem] no-underline',
          isActive ? 'border-grain font-semibold text-ink' : 'border-transparent text-soft',
        )
      }
    >
      <Icon aria-hidden className="size-6" />
      {name}
    </NavLink>
  );
}

function Who({ visitor, theme }: { visitor: Visitor; theme: string }) {
  return (
    <div className="text-small">
      <p className="leading-tight font-semibold">{visitor.name}</p>
      <p className="text-soft">{visitor.role}</p>
      <Form method="post" action="/theme" className="mt-2 flex" aria-label="Light or dark theme">
        {(['system', 'light', 'dark'] as const).map((choice) => (
          <button
            key={choice}
            name="theme"
            value={choice}
            aria-pressed={theme === choice}
            className="min-h-9 flex-1 border border-rule first:rounded-l-md last:rounded-r-md aria-pressed:bg-well aria-pressed:font-semibold"
          >
            {choice === 'system' ? 'auto' : choice}
          </button>
        ))}
      </Form>
      {visitor.isShared ? (
        <Form method="post" action="/tablet">
          <button name="intent" value="lock" className="link mt-2 min-h-9">
            Lock this tablet
          </button>
        </Form>
      ) : (
        <Form method="post" action="/sign-out">
          <button className="link mt-2 min-h-9">Sign out</button>
        </Form>
      )}
    </div>
  );
}
