import type { SubmissionResult } from '@conform-to/react';
import { useEffect, useLayoutEffect, useRef, type FormEvent, type RefObject } from 'react';
import { readLotCode } from '#core/lotcode/lotCode.ts';

/** What stood in the code field when its form was renewed: a scanner does not wait for the answer to the scan before. */
export interface Carried {
  readonly text: string;
  /** Whether it was ended with Enter, so that it is to be sent too. */
  readonly send: boolean;
}

const PAUSE_MS = 150;

/**
 * Keeps the code field ready for the next scan: it has the focus after each answer, a scan replaces the code before it instead of being
 * written behind it, and what is scanned while an answer is on its way is sent after it.
 * @param look called with what stands in the field, once for each pause in typing
 */
export function useScans(
  section: RefObject<HTMLElement | null>,
  carried: RefObject<Carried | null>,
  refused: SubmissionResult | null,
  look: (code: string) => void,
) {
  const before = useRef('');
  const isOnItsWay = useRef(false);
  const typedSinceSent = useRef(false);
  const sendAgain = useRef(false);
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  useLayoutEffect(() => {
    const input = section.current?.querySelector<HTMLInputElement>('input[name="code"]') ?? null;
    const left = carried.current;
    carried.current = null;
    if (input && left) {
      input.focus();
      if (left.text) input.value = before.current = left.text;
      typedSinceSent.current = left.text !== '';
      if (left.send) input.form?.requestSubmit();
    }
    return () => {
      clearTimeout(pause.current);
      carried.current = { text: typedSinceSent.current ? (input?.value ?? '') : '', send: typedSinceSent.current && sendAgain.current };
    };
  }, [carried, section]);
  useEffect(() => {
    if (!refused) return;
    isOnItsWay.current = false;
    // The next scan takes a refused code's place.
    section.current?.querySelector<HTMLInputElement>('input[name="code"]')?.select();
  }, [refused, section]);
  return {
    onInput(event: FormEvent<HTMLInputElement>) {
      const input = event.currentTarget;
      const wasWhole =
        readLotCode(before.current).ok && input.value.startsWith(before.current) && input.value.length > before.current.length;
      if (wasWhole) input.value = input.value.slice(before.current.length);
      before.current = input.value;
      typedSinceSent.current = true;
      clearTimeout(pause.current);
      pause.current = setTimeout(() => look(input.value), PAUSE_MS);
    },
    /** A form sent while its answer is on its way would end the first: it is sent when the form is renewed. */
    onSubmitCapture(event: FormEvent) {
      if (isOnItsWay.current) {
        sendAgain.current = true;
        event.preventDefault();
        event.stopPropagation();
        return;
      }
      isOnItsWay.current = true;
      typedSinceSent.current = false;
    },
  };
}
