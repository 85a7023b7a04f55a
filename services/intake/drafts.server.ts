import { dropDraftInput } from '#contracts/intake/intake.ts';
import type { Back } from '#core/passport/back.ts';
import type { Answers } from '#core/passport/answers.ts';
import { findAct, lockActKey } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { createDraft, discardDraft, findDraft, saveDraft } from '#data/intake/drafts.ts';
import type { Actor } from '#data/people/accounts.ts';
import { command, type Inside } from '#services/command.server.ts';

/** What a half-done interview is called in the list of them. */
export function draftTitle(answers: Answers, cropName: string | null): string {
  const variety = answers['variety'] ? `‘${answers['variety']}’` : null;
  const from = answers['donor'] && answers['donor'] !== 'unknown' ? `from ${answers['donor']}` : null;
  return [cropName ?? 'Seed', variety, from].filter(Boolean).join(' ').slice(0, 160);
}

/**
 * Begins an interview that is kept on the server from its first answer.
 * @param key that of the form: however often it is sent, it is one interview
 * @returns its id; null when the seed has been taken in, or turned away, under this key
 */
export function startDraft(
  db: Db,
  actor: Actor,
  { key, ...draft }: { key: string; answers: Answers; title: string; back: Back | null },
): Promise<string | null> {
  return db.transaction().execute(async (tx) => {
    await lockActKey(tx, key);
    if (await findAct(tx, key)) return null;
    await createDraft(tx, { ...draft, id: key, accountId: actor.accountId, answers: { ...draft.answers } });
    return key;
  });
}

/** Keeps what has been said so far; false when it was taken up elsewhere since `version`, or has been finished. */
export function keepDraft(db: Db, now: Date, id: string, draft: { answers: Answers; title: string; version: number }): Promise<boolean> {
  return saveDraft(db, id, { answers: { ...draft.answers }, title: draft.title, version: draft.version, now });
}

/** Throws a half-done interview away; it is kept for a while, so that this can be undone. */
export const dropDraft = command(
  'draft discarded',
  { input: dropDraftInput },
  async ({ tx, refuse }: Inside<{ readonly code: 'no such draft' }>, drop) => {
    const draft = (await findDraft(tx, drop.draftId)) ?? refuse({ code: 'no such draft' });
    await discardDraft(tx, draft.id, drop.key);
    return { answer: null, subject: draft.title };
  },
);
