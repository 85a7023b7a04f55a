const ADVICE: Readonly<Record<string, string>> = {
  '28P01': 'PostgreSQL refuses the user or password in DATABASE_URL.',
  '3D000': 'The database named in DATABASE_URL does not exist. Create it first: createdb granary',
  '42501': 'PostgreSQL does not let this user do that; docs/operator.md lists the rights it needs.',
  '42P01': 'The database is of another version of the application. Start the server again: it brings the database up to date.',
  '42703': 'The database is of another version of the application. Start the server again: it brings the database up to date.',
  '53100': 'The disk of PostgreSQL is full. Free some space: until then nothing can be saved.',
  '53300': 'PostgreSQL has no connection left. Raise its max_connections, or end other programs that use it.',
  EMFILE: 'The server has too many files open. Raise its limit (LimitNOFILE in the systemd unit).',
  ENOSPC: 'The disk of the server is full. Free some space.',
};
const ABSENT =
  'PostgreSQL cannot be reached. See that it is running, and that host and port in DATABASE_URL are right. The server goes on by itself when it answers.';
const OURS = 'This is a fault of the application. Nothing is half saved. Keep this line for whoever maintains it.';

/**
 * What whoever runs the server can do about an error, for the log.
 * @param code an SQLSTATE or a code of the system, where the error has one
 * @param isAbsent whether the database could not be reached
 */
export const adviceFor = (code: string | undefined, isAbsent: boolean): string => ADVICE[code ?? ''] ?? (isAbsent ? ABSENT : OURS);
