import { isDatabaseAbsent } from '#data/databaseErrors.ts';
import { adviceFor } from '#words/serverTrouble.ts';

/** What went wrong and what whoever runs the server can do about it, as one line of the log. */
export function troubleLine(error: unknown): string {
  const message = error instanceof Error ? error.message : String(error);
  const code = error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : undefined;
  return `${message}. ${adviceFor(code, isDatabaseAbsent(error))}`;
}
