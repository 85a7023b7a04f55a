import { readHouse } from '#data/house.ts';
import { db } from '#app/platform/database.server.ts';

/** For whoever watches the server: says `ok` when the database answers. */
export async function loader() {
  await readHouse(db);
  return new Response('ok', { headers: { 'cache-control': 'no-store' } });
}
