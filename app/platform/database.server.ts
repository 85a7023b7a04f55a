import { openDatabase, type Connection } from '#data/database.ts';

const url = process.env['DATABASE_URL'];
if (!url) throw new Error('DATABASE_URL says which PostgreSQL to serve from; it is not set');

/** How this server process connects, under the application's restricted role. */
export const connection: Connection = { url, ...(process.env['DATABASE_ROLE'] && { role: process.env['DATABASE_ROLE'] }) };

/** The one pool of this server process. */
export const db = openDatabase({
  ...connection,
  most: Number(process.env['DATABASE_CONNECTIONS'] ?? 10),
});
