/** For whoever watches the server: says `ok` when the database answers; every request asks it, and is told 503 when it does not. */
export function loader() {
  return new Response('ok', { headers: { 'cache-control': 'no-store' } });
}
