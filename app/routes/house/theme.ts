import { redirect } from 'react-router';
import { THEMES, themeCookie } from '#app/platform/cookies.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { localPath } from '#contracts/localPath.ts';
import type { Route } from './+types/theme.ts';

export function loader() {
  return redirect('/');
}

/** Light, dark or as the machine has it; goes back to the page it was chosen on. */
export async function action({ request }: Route.ActionArgs) {
  const chosen = (await formOf(request)).get('theme');
  const theme = THEMES.find((one) => one === chosen) ?? 'system';
  const from = request.headers.get('referer');
  const back = from && URL.canParse(from) ? new URL(from) : null;
  return redirect(back ? localPath(back.pathname + back.search) : '/', { headers: { 'set-cookie': await themeCookie(theme) } });
}
