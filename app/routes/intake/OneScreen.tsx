import { useEffect, useRef, type KeyboardEvent } from 'react';
import { flushSync } from 'react-dom';
import { Button } from '#app/ui/Button.tsx';
import { QUESTIONS, type Question } from '#core/passport/questions.ts';
import { PART_TITLES, type InterviewContext } from './asking.ts';
import { AskQuestion } from './questions.tsx';

/**
 * One screen of the interview, with the few questions that are answered in one breath. By keyboard every answer is one key: a digit chooses, Enter
 * goes on, a question mark in an empty field says that nobody knows.
 */
export function OneScreen({
  asked,
  at,
  of,
  onBack,
  context,
}: {
  asked: readonly Question[];
  at: number;
  of: number;
  onBack: () => void;
  context: InterviewContext;
}) {
  const screen = useRef<HTMLDivElement>(null);
  const [first] = asked;
  // What is wrong takes the focus, else the first question; on a phone the head does, so that no keyboard covers the questions before they are read.
  useEffect(() => {
    const box = screen.current!;
    const to = matchMedia('(pointer: coarse)').matches ? null : stopsIn(box)[0];
    (box.querySelector<HTMLElement>('[aria-invalid="true"]') ?? to ?? box.querySelector('h2'))?.focus();
  }, [first]);
  return (
    <div ref={screen} className="numbered space-y-6" onKeyDown={(event) => answerByKey(event, screen.current!)}>
      <div>
        <h2 tabIndex={-1} className="outline-none">
          {PART_TITLES[QUESTIONS[first!]]}
        </h2>
        <p className="text-small text-soft" role="status">
          {of === 1 ? 'Step 1; what else is asked depends on the crop' : `Step ${at + 1} of ${of}`}
        </p>
        <p className="hidden text-small text-soft pointer-fine:block">
          Keyboard: press a number to choose and Enter to continue; type ? in an empty field for unknown.
        </p>
      </div>
      {asked.map((question) => (
        <AskQuestion key={question} question={question} context={context} />
      ))}
      <div className="flex gap-3">
        <Button type="button" disabled={at === 0} onClick={onBack}>
          Back
        </Button>
        {at < of - 1 && (
          <Button type="submit" value="take" look="action" data-next>
            Next
          </Button>
        )}
      </div>
    </div>
  );
}

const FIELDS = 'input:not([type="hidden"]):not(:disabled):not([name$="-unknown"]), select, textarea';

/** Where the keyboard stops on a screen: every field, and of the choices of one question the chosen one, or the first. */
function stopsIn(screen: Element): HTMLInputElement[] {
  const stops = new Map<string, HTMLInputElement>();
  for (const field of screen.querySelectorAll<HTMLInputElement>(FIELDS))
    if (!stops.has(field.name) || (field.type === 'radio' && field.checked)) stops.set(field.name, field);
  return [...stops.values()];
}

function answerByKey(event: KeyboardEvent, screen: Element): void {
  const field = event.target;
  if (!(field instanceof HTMLInputElement) || event.altKey || event.ctrlKey || event.metaKey) return;
  const isChoice = field.type === 'radio' || field.type === 'checkbox';
  if (event.key === 'Enter') {
    event.preventDefault();
    goOn(screen, field);
  } else if (isChoice && /^[1-9]$/.test(event.key)) {
    const choice = field.closest('fieldset')?.querySelectorAll('input')[Number(event.key) - 1];
    if (!choice) return;
    event.preventDefault();
    // What is asked next depends on the answer.
    flushSync(() => choice.click());
    if (choice.type === 'radio') goOn(screen, choice, false);
    else choice.focus();
  } else if (event.key === '?' && !isChoice && field.value === '') {
    const unknown = screen.querySelector<HTMLInputElement>(`input[name="${CSS.escape(`${field.name}-unknown`)}"]`);
    if (!unknown) return;
    event.preventDefault();
    flushSync(() => unknown.click());
    goOn(screen, unknown);
  }
}

/** To the next field; from the last to the next screen, or with `sends` false only to the button for it. */
function goOn(screen: Element, from: HTMLInputElement, sends = true): void {
  const name = from.name.replace(/-unknown$/, '');
  const next = stopsIn(screen).find((stop) => stop.name !== name && from.compareDocumentPosition(stop) & Node.DOCUMENT_POSITION_FOLLOWING);
  if (next) return next.focus();
  if (sends) return from.form?.requestSubmit();
  (screen.querySelector<HTMLElement>('[data-next]') ?? from.form?.querySelector<HTMLElement>('[value="take"]'))?.focus();
}
