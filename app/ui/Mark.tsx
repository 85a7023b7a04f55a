import { Check, CircleAlert, CircleSlash, Hand, Hourglass, Minus, TriangleAlert, type LucideIcon } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import type { VerdictKind } from '#core/germination/verdict.ts';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import type { Claim } from '#core/promise/judge.ts';
import { classes } from './classes.ts';
import { CLAIM_TONES, CLAIM_WORDS } from '#words/claims.ts';
import type { Tone } from '#words/tone.ts';

const TONES: Record<Tone, { look: string; Icon: LucideIcon }> = {
  good: { look: 'bg-good-tint text-good', Icon: Check },
  doubt: { look: 'bg-doubt-tint text-doubt', Icon: CircleAlert },
  poor: { look: 'bg-poor-tint text-poor', Icon: CircleSlash },
  frost: { look: 'bg-frost-tint text-frost', Icon: Hourglass },
  plain: { look: 'bg-well text-soft', Icon: Minus },
};

/** A state told by word, shape and colour. */
export function Mark({ tone, icon, children }: { tone: Tone; icon?: LucideIcon; children: ReactNode }) {
  const { look, Icon } = TONES[tone];
  const Shape = icon ?? Icon;
  return (
    <span className={classes('inline-flex items-center gap-1.5 rounded-sm px-2 py-0.5 text-small font-semibold whitespace-nowrap', look)}>
      <Shape aria-hidden className="size-4 shrink-0" />
      {children}
    </span>
  );
}

export const VERDICT_TONES: Record<VerdictKind, Tone> = {
  'full strength': 'good',
  'sow thicker': 'doubt',
  'not settled': 'doubt',
  'do not lend': 'poor',
  dead: 'poor',
};

/** The verdict in a mark's two or three words. */
const VERDICT_MARKS: Record<VerdictKind, string> = {
  'full strength': 'full strength',
  'sow thicker': 'sow thicker',
  'not settled': 'not clear yet',
  'do not lend': 'too weak to lend',
  dead: 'no living seed',
};

/** The verdict on a lot, and whether any test stands behind it. */
export function VerdictMark({ verdict, isTested }: { verdict: VerdictKind | null; isTested: boolean }) {
  if (verdict === null) return <Mark tone="plain">germination not judged yet</Mark>;
  return (
    <>
      <Mark tone={VERDICT_TONES[verdict]}>{VERDICT_MARKS[verdict]}</Mark>
      {!isTested && <span className="ml-1 text-small whitespace-nowrap text-soft">not tested</span>}
    </>
  );
}

export function HoldMark({ kind }: { kind: string }) {
  return (
    <Mark tone="poor" icon={Hand}>
      hold: {kind}
    </Mark>
  );
}

/** Treated seed carries its hazard wherever its lot is named. */
export function TreatedMark({ treated }: { treated: 'yes' | 'unknown' | null }) {
  if (treated === null) return null;
  return (
    <Mark tone="poor" icon={TriangleAlert}>
      {treated === 'yes' ? 'treated: wear gloves, never eat' : 'may be treated: wear gloves'}
    </Mark>
  );
}

/** What a lot's label may claim. */
export function ClaimMark({ promise }: { promise: Claim | null }) {
  return promise === null ? (
    <Mark tone="plain">label not judged yet</Mark>
  ) : (
    <Mark tone={CLAIM_TONES[promise]}>{CLAIM_WORDS[promise].toLowerCase()}</Mark>
  );
}

/** A lot's code, as it stands on label and jar. */
export function LotCode({ children }: { children: string }) {
  return <span className="font-mono font-medium whitespace-nowrap">{children}</span>;
}

/** What an action was about: lots by their codes, anything else by its name. */
export function ActSubject({ children }: { children: string }) {
  if (!areLotCodes(children)) return children;
  return children.split(', ').map((code, index) => (
    <Fragment key={code}>
      {index > 0 && ', '}
      <LotCode>{code}</LotCode>
    </Fragment>
  ));
}

/** What was done to what: “Packed 26-0184-K”, “Labels recorded (2 lots)”. A person's number tells nobody anything, and is left out. */
export function Deed({ done, subject }: { done: string; subject: string | null }) {
  if (subject === null || /^person \d+$/.test(subject)) return done;
  return (
    <>
      {done} {areLotCodes(subject) ? <ActSubject>{subject}</ActSubject> : `(${subject})`}
    </>
  );
}

const areLotCodes = (text: string): boolean => text.split(', ').every((code) => readLotCode(code).ok);
