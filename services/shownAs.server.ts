import { createHash } from 'node:crypto';

/** A word for a record (plain JSON) as a form was shown it: where the word is another by the time the form comes back, somebody has changed it meanwhile. */
export const shownAs = (record: unknown): string => createHash('sha256').update(JSON.stringify(record)).digest('base64url');
