import { useEffect, type ReactNode } from 'react';
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useRouteLoaderData,
  type ShouldRevalidateFunctionArgs,
} from 'react-router';
import { may } from '#core/people/may.ts';
import { readLastAct } from '#services/undo.server.ts';
import type { Route } from './+types/root.ts';
import { tellReason } from './platform/reason.server.ts';
import { db } from './platform/database.server.ts';
import { newFormKey } from './platform/form.server.ts';
import { checkRequest } from './platform/incoming.server.ts';
import { readPutAway, readTheme } from './platform/cookies.server.ts';
import { anyVisit, meetVisitor } from './platform/visit.server.ts';
import { Trouble } from './platform/Trouble.tsx';
import { UndoBar } from './ui/UndoBar.tsx';
import { TodayContext } from './ui/DateInput.tsx';
import { Frame } from './ui/Frame.tsx';
import { UnitsContext } from './ui/units.tsx';
import './styles/app.css';

export const middleware: Route.MiddlewareFunction[] = [tellReason, checkRequest, meetVisitor];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, isShared, house, today } = anyVisit(context);
  return {
    last: actor && (await readLastAct(db, actor)),
    undoKey: newFormKey(),
    theme: await readTheme(request),
    putAway: await readPutAway(request),
    house: house.name,
    units: house.units,
    today,
    demo: process.env['SAMPLE_DATA'] === 'yes',
    visitor: actor && {
      account: actor.accountId,
      name: actor.name,
      role: actor.role,
      works: may(actor.role, 'work'),
      leads: may(actor.role, 'set house rules'),
      isShared,
    },
  };
}

/** Who is here, what they did last and how the page looks changes only by a post, or by what a page sent by itself and then reads anew. */
export function shouldRevalidate({ formMethod, formData, currentUrl, nextUrl }: ShouldRevalidateFunctionArgs): boolean {
  if (formMethod === undefined && currentUrl.href === nextUrl.href) return true;
  return formMethod !== undefined && formMethod !== 'GET' && formData?.get('intent') !== 'save';
}

export const meta: Route.MetaFunction = () => [{ title: 'Kind Granary' }];

export function Layout({ children }: { children: ReactNode }) {
  const data = useRouteLoaderData<typeof loader>('root');
  // From now on scripts answer what is typed and tapped; whoever drives the page can wait for it.
  useEffect(() => {
    document.documentElement.dataset['ready'] = 'yes';
  }, []);
  return (
    <html lang="en-GB" data-theme={data?.theme ?? 'system'}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/favicon.svg" type="image/svg+xml" />
        <Meta />
        <Links />
      </head>
      <body>
        <Frame
          visitor={data?.visitor ?? null}
          house={data?.house ?? null}
          theme={data?.theme ?? 'system'}
          putAway={data?.putAway ?? []}
          isPractice={data?.demo ?? false}
          foot={data?.last && <UndoBar key={data.last.key} act={data.last} formKey={data.undoKey} />}
        >
          {children}
        </Frame>
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

export default function App({ loaderData }: Route.ComponentProps) {
  return (
    <UnitsContext value={loaderData.units}>
      <TodayContext value={loaderData.today}>
        <Outlet />
      </TodayContext>
    </UnitsContext>
  );
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return (
    <Trouble
      status={isRouteErrorResponse(error) ? error.status : 500}
      about={isRouteErrorResponse(error) ? (error.data as unknown) : null}
    />
  );
}
