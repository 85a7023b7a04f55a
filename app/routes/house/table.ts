import { data } from 'react-router';
import { csvFile } from '#app/platform/csv.server.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { readTable, TABLES, type TableName } from '#services/tables/tables.server.ts';
import type { Route } from './+types/table.ts';

const isTable = (name: string): name is TableName => Object.hasOwn(TABLES, name);

/** A list as CSV, with the filter and the order of its address. */
export function loader({ request, params, context }: Route.LoaderArgs) {
  const name = params.table.replace(/\.csv$/, '');
  if (!isTable(name)) throw data(null, { status: 404 });
  const { today } = visitBy(context, request, TABLES[name].permission);
  return csvFile(`${name}-${today}`, readTable(db, name, new URL(request.url).searchParams, today));
}
