/** Triggers that refuse any change of tables whose rows are facts. The function is of the first migration. */
export function keepUnchanged(tables: readonly string[]): string {
  return tables
    .map(
      (table) => `
    create trigger ${table}_unchanging before update or delete on ${table} for each row execute function refuse_change();
    create trigger ${table}_untruncated before truncate on ${table} for each statement execute function refuse_change();`,
    )
    .join('');
}

/** What the application's role may do with the tables and columns of a migration; everything else is refused. */
export function grantApp(grants: {
  readonly mayAdd: readonly string[];
  readonly mayRead?: readonly string[];
  readonly mayUpdate?: Readonly<Record<string, string>>;
  readonly mayDelete?: readonly string[];
}): string {
  const grant = (what: string, tables: readonly string[] = []) =>
    tables.length === 0 ? [] : [`grant ${what} on ${tables.join(', ')} to kind_granary_app;`];
  return [
    ...grant('select, insert', grants.mayAdd),
    ...grant('select', grants.mayRead),
    ...Object.entries(grants.mayUpdate ?? {}).flatMap(([table, columns]) => grant(`update (${columns})`, [table])),
    ...grant('delete', grants.mayDelete),
  ].join('\n');
}
