import { openDatabase } from '#data/database.ts';

const url = process.env['DATABASE_URL'];
if (!url) throw new Error('DATABASE_URL says which PostgreSQL to serve from; it is not set');

/** The one pool of this server process, under the application's restricted role. */
export const db = openDatabase({
  url,
  ...(process.env['DATABASE_ROLE'] && { role: process.env['DATABASE_ROLE'] }),
  most: Number(process.env['DATABASE_CONNECTIONS'] ?? 10),
});
