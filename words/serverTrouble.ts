const ADVICE: Readonly<Record<string, string>> = {
  '28P01': 'PostgreSQL refuses the user or password in DATABASE_URL.',
  '3D000': 'The database named in DATABASE_URL does not exist. Create it first: createdb granary',
  '42501': 'PostgreSQL does not allow this user to do that. docs/operator.md lists the rights it needs.',
  '42P01': 'The database belongs to a different version of the application. Restart the server to bring it up to date.',
  '42703': 'The database belongs to a different version of the application. Restart the server to bring it up to date.',
  '53100': 'The PostgreSQL disk is full. Free some space; nothing can be saved until then.',
  '53300': 'PostgreSQL has no connections left. Raise max_connections, or close other programs that use it.',
  EMFILE: 'The server has too many files open. Raise its limit (LimitNOFILE in the systemd unit).',
  ENOSPC: 'The server’s disk is full. Free some space.',
};
const ABSENT =
  'PostgreSQL cannot be reached, or is too busy to answer. Check that it is running and that host and port in DATABASE_URL are right. The server carries on by itself once PostgreSQL answers.';
const OURS = 'This is a bug in the application. Nothing was half saved. Keep this line for whoever maintains it.';

/**
 * What whoever runs the server can do about an error, for the log.
 * @param code an SQLSTATE or a code of the system, where the error has one
 * @param isAbsent whether the database could not be reached
 */
export const adviceFor = (code: string | undefined, isAbsent: boolean): string => ADVICE[code ?? ''] ?? (isAbsent ? ABSENT : OURS);
