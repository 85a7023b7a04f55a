import { dropDraftInput } from '#contracts/intake/intake.ts';
import type { Back } from '#core/passport/back.ts';
import type { Answers } from '#core/passport/answers.ts';
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

/** Begins an interview that is kept on the server from its first answer. */
export function startDraft(db: Db, actor: Actor, draft: { answers: Answers; title: string; back: Back | null }): Promise<string> {
  return createDraft(db, { accountId: actor.accountId, answers: { ...draft.answers }, title: draft.title, back: draft.back });
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
