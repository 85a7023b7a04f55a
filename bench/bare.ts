import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import pg from 'pg';

interface Statement {
  readonly sql: string;
  readonly parameters: unknown[];
}

/** The session look-up first, then each page's statements, group by group as its loader asks for them. */
export interface BarePlan {
  readonly session: Statement[];
  readonly pages: Record<string, Statement[][]>;
}

/**
 * The yardstick: `node:http` and `pg`, nothing else. It runs the very statements the application runs for a page,
 * after the same session look-up, and returns the rows as JSON.
 */
const plan = JSON.parse(readFileSync(process.argv[2]!, 'utf8')) as BarePlan;
const pool = new pg.Pool({ connectionString: process.env['DATABASE_URL'], max: 10 });
const run = async ({ sql, parameters }: Statement) => (await pool.query(sql, parameters)).rows as unknown[];

async function answer(path: string, cookie: string): Promise<string | null> {
  const groups = plan.pages[path];
  const sent = /granary_session=([^;]+)/.exec(cookie)?.[1];
  if (!groups || !sent) return null;
  const token = JSON.parse(Buffer.from(decodeURIComponent(sent), 'base64').toString()) as string;
  const [session, house] = plan.session as [Statement, Statement];
  const hash = createHash('sha256').update(token).digest();
  const rows = [await Promise.all([run({ ...session, parameters: [hash, new Date()] }), run(house)])] as unknown[];
  for (const group of groups) rows.push(await Promise.all(group.map(run)));
  return JSON.stringify(rows);
}

createServer((request, response) => {
  answer(request.url ?? '', request.headers.cookie ?? '').then(
    (body) => response.writeHead(body === null ? 404 : 200, { 'content-type': 'application/json' }).end(body),
    (error: unknown) => response.writeHead(500).end(String(error)),
  );
}).listen(Number(process.env['PORT']), '127.0.0.1');
