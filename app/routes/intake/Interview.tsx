import { ArrowDown, ChevronDown } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type FormEvent } from 'react';
import { flushSync } from 'react-dom';
import { Form, Link, useFetcher, useSubmit } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Notice } from '#app/ui/Page.tsx';
import { CLAIM_TONES, CLAIM_WORDS } from '#words/claims.ts';
import { classes } from '#app/ui/classes.ts';
import { useBusy, useSentKey } from '#app/ui/useBusy.ts';
import { distanceBy, plantsBy, type Rules } from '#core/house/rules.ts';
import { withContainer } from '#core/passport/cameIn.ts';
import { backFields } from '#core/passport/back.ts';
import type { Back } from '#core/passport/back.ts';
import { type Answers, questionsNow } from '#core/passport/answers.ts';
import { mayBeUnknown, PARTS, QUESTIONS, type Question } from '#core/passport/questions.ts';
import { questionOf, screensOf } from '#core/passport/screens.ts';
import { SoFar } from './SoFar.tsx';
import type { Saved } from './intake.tsx';
import { OneScreen } from './OneScreen.tsx';
import { AskQuestion } from './questions.tsx';
import { PART_TITLES, type InterviewContext } from './asking.ts';
import { ripeWhen } from '#words/almanac.ts';

const SAVE_AFTER_MS = 700;
/** The crop decides what else is asked: its questions are waited for. */
const SAVE_CROP_AFTER_MS = 50;

export interface InterviewProps extends Pick<InterviewContext, 'crops' | 'places' | 'gardens' | 'loan' | 'asks' | 'faults'> {
  readonly rules: Rules;
  readonly formKey: string;
  readonly back: Back | null;
  readonly start: Saved;
  readonly formFault: string | null;
}

/** The desk interview: every answer is kept on the server as it is given, and what it comes to is reckoned beside it. */
export function Interview({ rules, crops, places, gardens, loan, back, asks, faults, formFault, formKey, start }: InterviewProps) {
  const [answers, setAnswers] = useState<Answers>(start.answers);
  const saver = useFetcher<{ saved?: Saved }>({ key: 'draft' });
  const saved = saver.data?.saved ?? start;
  /** Where it is kept, also once it could not be kept here any more. */
  const draftId = useRef(start.draft?.id ?? null);
  useEffect(() => {
    if (saved.draft) draftId.current = saved.draft.id;
  }, [saved.draft]);
  const submit = useSubmit();
  const busy = useBusy();
  // A button pressed while answers are still being kept waits for that: else the draft would outlive its lot.
  const [waiting, setWaiting] = useState<string | null>(null);
  const keeping = saver.state !== 'idle';
  const form = useRef<HTMLFormElement>(null);
  const [oneByOne, setOneByOne] = useState(false);
  const [step, setStep] = useState(0);
  // The crop's facts come with the answer of the save; until then its old questions stand.
  const crop =
    saved.crop && saved.crop.id === answers['crop'] ? saved.crop : start.crop && start.crop.id === answers['crop'] ? start.crop : null;
  const questions = useMemo(() => questionsNow(crop, answers, back !== null), [crop, answers, back]);
  const isCropNew = !crop && crops.some(({ id }) => id === answers['crop']);
  // A form that was sent takes its answers along; one that is only left does not.
  const isSent = useSentKey() === formKey || waiting !== null;
  useAutosave(answers, saved, saver.submit, back, {
    key: formKey,
    isFree: !keeping && !isSent,
    isStaying: !busy,
    afterMs: isCropNew ? SAVE_CROP_AFTER_MS : SAVE_AFTER_MS,
  });
  const screens = useMemo(() => screensOf(questions), [questions]);
  const latestScreens = useRef(screens);
  latestScreens.current = screens;
  useEffect(() => {
    if (Object.keys(faults).length === 0 && !formFault) return;
    const faulty = latestScreens.current.findIndex((asked) =>
      Object.keys(faults).some((field) => asked.includes(questionOf(field) as Question)),
    );
    if (faulty >= 0) setStep(faulty);
    form.current?.querySelector<HTMLElement>('[aria-invalid="true"], [role="alert"]')?.focus();
  }, [faults, formFault]);
  const context: InterviewContext = {
    answers: withContainer(answers),
    faults,
    say: (name, value) => setAnswers((before) => ({ ...before, [name]: value })),
    crops,
    crop,
    crossers: saved.soFar.crossers,
    grownNear: saved.soFar.grownNear,
    distance: crop && distanceBy(rules, crop, saved.soFar.lineRules),
    plants: crop && plantsBy(rules, crop, saved.soFar.lineRules),
    ripe: crop && ripeWhen(rules, crop),
    bloom: saved.bloom,
    places,
    gardens,
    loan,
    asks,
  };
  const at = Math.min(step, screens.length - 1);
  const isLast = at === screens.length - 1;
  const send = (event: FormEvent<HTMLFormElement>) => {
    const pressed = (event.nativeEvent as SubmitEvent).submitter;
    const intent = pressed instanceof HTMLButtonElement ? pressed.value : 'take';
    event.preventDefault();
    // Pressed while an answer is on its way, it waits for that.
    if (waiting !== null) return;
    // While the crop's own questions are still on their way, the last one shown is not the last.
    const moreToCome = !crop && Boolean(answers['crop']);
    if (oneByOne && intent === 'take' && (!isLast || moreToCome)) return setStep(at + 1);
    setWaiting(intent);
  };
  useEffect(() => {
    if (waiting === null || keeping || busy) return;
    setWaiting(null);
    void submit(
      {
        ...answers,
        key: formKey,
        intent: waiting,
        ...backFields(back),
        ...(saved.draft && { draft: saved.draft.id, version: String(saved.draft.version) }),
      },
      // To the address it stands at, also once it is a draft: a refusal must not load the page anew under what is typed meanwhile.
      { method: 'post' },
    );
  }, [waiting, keeping, busy, answers, formKey, back, saved.draft, submit]);
  const open = crop ? questions.filter((question) => !answers[question] && mayBeUnknown(question)) : [];
  return (
    <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1fr)_22rem]">
      <Form ref={form} method="post" noValidate onSubmit={send} className="min-w-0 space-y-8" aria-label="Questions">
        <input type="hidden" name="key" value={formKey} />
        {Object.entries(backFields(back)).map(([name, value]) => (
          <input key={name} type="hidden" name={name} value={value} />
        ))}
        {saved.draft && (
          <>
            <input type="hidden" name="draft" value={saved.draft.id} />
            <input type="hidden" name="version" value={saved.draft.version} />
          </>
        )}
        {formFault && <Notice tone="poor">{formFault}</Notice>}
        <InShort judged={saved.soFar.judged} />
        <div className="no-print flex flex-wrap items-center justify-between gap-3">
          <p className="text-small text-soft" role="status">
            {saver.data && !saver.data.saved ? (
              <>
                Not saved here: someone has continued these questions on another device, or taken the seed in.{' '}
                <Link className="link" to={draftId.current ? `/intake/${draftId.current}` : '/intake'} reloadDocument>
                  Open what is saved
                </Link>
              </>
            ) : keeping ? (
              'Saving …'
            ) : saved.draft ? (
              'Saved as you go. You can continue on another device.'
            ) : (
              'Saved from the first answer on.'
            )}
          </p>
          <button type="button" className="link min-h-11" onClick={() => setOneByOne(!oneByOne)}>
            {oneByOne ? 'Show all questions' : 'Ask step by step'}
          </button>
        </div>
        {oneByOne ? (
          <OneScreen asked={screens[at]!} at={at} of={screens.length} onBack={() => setStep(at - 1)} context={context} />
        ) : (
          <AllParts questions={questions} context={context} />
        )}
        {(!oneByOne || isLast) && (
          <div className="flex flex-wrap gap-3">
            <Button type="submit" name="intent" value="take" look="action">
              Take in and assign a code
            </Button>
            {open.length > 0 && (
              <Button
                type="button"
                onClick={() =>
                  setAnswers((before) => ({ ...before, ...Object.fromEntries(open.map((question) => [question, 'unknown'])) }))
                }
              >
                Set all others to unknown ({open.length})
              </Button>
            )}
            <noscript>
              <Button type="submit" name="intent" value="keep">
                Save and continue
              </Button>
            </noscript>
            {saved.draft && (
              <>
                <Button type="submit" name="intent" value="refuse">
                  Refuse this seed
                </Button>
                <Button type="submit" name="intent" value="drop">
                  Discard draft
                </Button>
              </>
            )}
          </div>
        )}
      </Form>
      <aside id={COMES_TO} tabIndex={-1} className="min-w-0 scroll-mt-4 xl:sticky xl:top-6 xl:self-start" aria-label="Verdict so far">
        <SoFar soFar={saved.soFar} crop={crop} busy={keeping} rename={(variety) => context.say('variety', variety)} />
      </aside>
    </div>
  );
}

const COMES_TO = 'comes-to';

/** Verdict so far in one line that stays in sight where the whole stands below the questions. */
function InShort({ judged }: Pick<Saved['soFar'], 'judged'>) {
  if (!judged) return null;
  const { judgement, holds } = judged;
  return (
    <a
      href={`#${COMES_TO}`}
      className="no-print sticky top-0 z-30 -mx-4 flex min-h-12 items-center gap-3 border-b border-rule bg-sheet px-4 py-2 xl:hidden"
    >
      <Mark tone={CLAIM_TONES[judgement.promise]}>{CLAIM_WORDS[judgement.promise]}</Mark>
      <span className="text-small">
        {holds.length === 0 ? 'no holds' : `on hold for ${holds.length} ${holds.length === 1 ? 'reason' : 'reasons'}`}
      </span>
      <span className="ml-auto inline-flex items-center gap-1 text-small underline">
        Why <ArrowDown aria-hidden className="size-4" />
      </span>
    </a>
  );
}

/** Questions answered by a word or a figure; two of them stand side by side. */
const SHORT: ReadonlySet<Question> = new Set<Question>([
  'crop',
  'variety',
  'harvested',
  'seasonsGrown',
  'firstSource',
  'packetDate',
  'ageYears',
  'statedGermination',
  'daysToEmerge',
  'plantsSown',
  'plantsStanding',
  'plantsHarvested',
  'offTypes',
  'traits',
  'forcedByWeather',
  'pollinatedOn',
  'pickedOn',
  'storedSince',
  'amount',
  'place',
]);

/** All parts; on a phone one at a time is open, the others are a line each that says how much of them is answered. */
function AllParts({ questions, context }: { questions: readonly Question[]; context: InterviewContext }) {
  const parts = PARTS.map((part) => ({ part, asked: questions.filter((question) => QUESTIONS[question] === part) })).filter(
    ({ asked }) => asked.length > 0,
  );
  const { faults, answers } = context;
  const [openPart, setOpenPart] = useState<(typeof PARTS)[number] | null>(
    () => (parts.find(({ asked }) => asked.some((question) => !answers[question] && mayBeUnknown(question))) ?? parts[0]!).part,
  );
  // Without scripts nothing could open them: they fold once scripts have loaded.
  const [folds, setFolds] = useState(false);
  useEffect(() => setFolds(true), []);
  const heads = useRef<HTMLDivElement>(null);
  const open = (part: typeof openPart) => {
    flushSync(() => setOpenPart(part));
    heads.current?.querySelector(`[data-part="${part}"]`)?.scrollIntoView({ block: 'start' });
  };
  useEffect(() => {
    const faulty = PARTS.find((part) => Object.keys(faults).some((field) => QUESTIONS[questionOf(field) as Question] === part));
    if (faulty) setOpenPart(faulty);
  }, [faults]);
  return (
    <div ref={heads} className="space-y-8 max-sm:space-y-2">
      {parts.map(({ part, asked }, index) => {
        const isOpen = !folds || openPart === part;
        const next = parts[index + 1]?.part;
        const answered = asked.filter((question) => answers[question]).length;
        return (
          <section
            key={part}
            data-part={part}
            aria-label={PART_TITLES[part]}
            className="scroll-mt-14 border-t border-rule pt-5 max-sm:pt-2"
          >
            <h2 className="mb-4 max-sm:hidden">{PART_TITLES[part]}</h2>
            <h2 className="sm:hidden">
              <button
                type="button"
                aria-expanded={isOpen}
                onClick={() => open(isOpen ? null : part)}
                className="flex min-h-12 w-full items-center justify-between gap-3 text-left"
              >
                {PART_TITLES[part]}
                <span className="inline-flex items-center gap-2 font-sans text-small font-normal text-soft">
                  {answered} of {asked.length} answered
                  <ChevronDown aria-hidden className={classes('size-5', isOpen && 'rotate-180')} />
                </span>
              </button>
            </h2>
            <div className={classes('grid items-start gap-x-6 gap-y-6 sm:grid-cols-2', !isOpen && 'max-sm:hidden')}>
              {asked.map((question) => (
                <div key={question} className={SHORT.has(question) ? 'min-w-0' : 'min-w-0 sm:col-span-2'}>
                  <AskQuestion question={question} context={context} />
                </div>
              ))}
              {folds && next && (
                <Button type="button" className="sm:hidden" onClick={() => open(next)}>
                  Next: {PART_TITLES[next].toLowerCase()}
                </Button>
              )}
            </div>
          </section>
        );
      })}
    </div>
  );
}

/** Sends the answers a moment after the last change, and never two at once; at once where the page is left before that. */
function useAutosave(
  answers: Answers,
  saved: Saved,
  submit: ReturnType<typeof useFetcher>['submit'],
  back: Back | null,
  { key, isFree, isStaying, afterMs }: { key: string; isFree: boolean; isStaying: boolean; afterMs: number },
): void {
  const sent = useRef(answers);
  const fields = () => ({
    ...answers,
    intent: 'save',
    key,
    ...backFields(back),
    ...(saved.draft && { draft: saved.draft.id, version: String(saved.draft.version) }),
  });
  const to = saved.draft ? `/intake/${saved.draft.id}` : '/intake';
  const latest = useRef({ fields, to, submit });
  latest.current = { fields, to, submit };
  const isUnsent = useRef(false);
  isUnsent.current = isFree && sent.current !== answers;
  useEffect(() => {
    const leave = () => {
      if (isUnsent.current) navigator.sendBeacon(latest.current.to, new URLSearchParams(latest.current.fields()));
      isUnsent.current = false;
    };
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, []);
  useEffect(() => {
    if (sent.current === answers || !isFree || !isStaying) return;
    const timer = setTimeout(() => {
      const now = latest.current;
      sent.current = answers;
      void now.submit(now.fields(), { method: 'post', action: now.to });
    }, afterMs);
    return () => clearTimeout(timer);
  }, [answers, isFree, isStaying, afterMs]);
}
