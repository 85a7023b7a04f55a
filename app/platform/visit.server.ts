import { createContext, data, redirect, type MiddlewareFunction, type RouterContextProvider } from 'react-router';
import { localPath } from '#contracts/localPath.ts';
import { todayOf } from '#core/calendar/dayInZone.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { may, type Permission } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';
import { readHouse, type House } from '#data/house/house.ts';
import type { Actor } from '#data/people/accounts.ts';
import { parkForm, readParkedForm } from '#data/people/parkedForms.ts';
import { findFormerSession } from '#data/people/sessions.ts';
import { clockFrom } from '#services/clock.server.ts';
import { NO_TOOLS, type Tools } from '#services/command.server.ts';
import { sessionOf } from '#services/people/signIn.server.ts';
import { hashToken } from '#services/secrets.server.ts';
import { readDesk, readSessionToken } from './cookies.server.ts';
import { db } from './database.server.ts';
import { atDesk } from './devices.server.ts';
import { readUpload } from './form.server.ts';
import { remakePhoto } from './photos.server.ts';
import { failed } from './reason.server.ts';

/** What every loader and action knows of a request; resolved once, before any of them runs. */
export interface Visit {
  readonly db: Db;
  readonly tools: Tools;
  readonly actor: Actor | null;
  /** A tablet that several helpers share; without an actor it is locked. */
  readonly isShared: boolean;
  /** The scale and printer beside whoever asks. */
  readonly desk: ReturnType<typeof atDesk>;
  readonly house: House;
  readonly now: Date;
  /** The house's calendar day. */
  readonly today: Day;
}

/** A visit by somebody who is signed in. */
export type SignedIn = Visit & { readonly actor: Actor };

const clock = clockFrom(process.env['CLOCK']);
const visitContext = createContext<Visit>();

/** Finds out who comes and what day it is. Runs before every loader and action, also where only one route's data is asked for. */
export const meetVisitor: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const now = clock();
  const token = await readSessionToken(request);
  const [session, house] = await Promise.all([token ? sessionOf(db, token, now) : null, readHouse(db)]).catch((error: unknown) =>
    failed(error, context),
  );
  const [actor, isShared] = [session?.actor ?? null, session?.isShared ?? false];
  if (!house) throw new Error('the library has no settings: its database was not prepared');
  const { pathname } = new URL(request.url);
  if (
    !actor &&
    token &&
    request.method === 'POST' &&
    !pathname.startsWith('/sign-') &&
    !pathname.startsWith('/welcome') &&
    !pathname.startsWith('/tablet')
  )
    throw await parkAndSignIn(request, token, isShared);
  const desk = atDesk(await readDesk(request));
  const tools: Tools = { ...NO_TOOLS, printer: desk.printer?.device ?? null, remakePhoto };
  context.set(visitContext, { db, tools, desk, actor, isShared, house, now, today: todayOf(now, house) });
  return next();
};

/** The visit, for pages that strangers may see. */
export function anyVisit(context: Readonly<RouterContextProvider>): Visit {
  return context.get(visitContext);
}

/**
 * The visit of somebody who may do this. Called first in every loader and action of a page that is not public.
 * @throws a redirect to the sign-in page, or the not-allowed page's answer
 */
export function visitBy(context: Readonly<RouterContextProvider>, request: Request, permission: Permission): SignedIn {
  const visit = context.get(visitContext);
  if (!visit.actor) throw redirect(`${doorOf(visit.isShared)}?then=${encodeURIComponent(pageOf(request))}`);
  if (!may(visit.actor.role, permission)) throw data({ permission }, { status: 403 });
  return { ...visit, actor: visit.actor };
}

/** Where one says who one is: by e-mail and password, or at a shared tablet by name and PIN. */
const doorOf = (isShared: boolean) => (isShared ? '/tablet' : '/sign-in');

/** The page a request is for, within this site: where to go on after signing in. */
function pageOf(request: Request): string {
  const url = new URL(request.url);
  for (const own of ['index', '_routes']) url.searchParams.delete(own);
  return localPath(url.pathname.replace(/\.data$/, '').replace(/^\/_root$/, '/') + url.search);
}

const MOST_TYPED = 20_000;

/** A session ran out while a form was being filled in: keeps what was typed, and comes back to it after signing in. */
async function parkAndSignIn(request: Request, token: string, isShared: boolean): Promise<Response> {
  const accountId = await findFormerSession(db, hashToken(token));
  const page = new URL(pageOf(request), 'http://here');
  if (accountId !== null) {
    const typed = [...(await readUpload(request)).entries()].filter(
      (entry): entry is [string, string] => typeof entry[1] === 'string' && !/password|again|pin/.test(entry[0]),
    );
    if (JSON.stringify(typed).length <= MOST_TYPED)
      page.searchParams.set('typed', await parkForm(db, { accountId, path: page.pathname, fields: Object.fromEntries(typed) }));
  }
  return redirect(`${doorOf(isShared)}?then=${encodeURIComponent(page.pathname + page.search)}`);
}

/** What this person had typed into this form before having to sign in again; null when nothing was. */
export async function typedBefore(request: Request, actor: Actor): Promise<Record<string, string> | null> {
  const id = new URL(request.url).searchParams.get('typed');
  if (!id || !/^[0-9a-f-]{36}$/.test(id)) return null;
  return readParkedForm(db, id, actor.accountId);
}
