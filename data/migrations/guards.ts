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
  readonly mayRead: readonly string[];
  readonly mayUpdate: Readonly<Record<string, string>>;
  readonly mayDelete: readonly string[];
}): string {
  const to = 'to kind_granary_app;';
  return [
    `grant select, insert on ${grants.mayAdd.join(', ')} ${to}`,
    `grant select on ${grants.mayRead.join(', ')} ${to}`,
    ...Object.entries(grants.mayUpdate).map(([table, columns]) => `grant update (${columns}) on ${table} ${to}`),
    `grant delete on ${grants.mayDelete.join(', ')} ${to}`,
  ].join('\n');
}
