import type { SubmissionResult } from '@conform-to/react';
import { useEffect, useLayoutEffect, useRef, useState, type FormEvent, type RefObject } from 'react';
import { useSubmit } from 'react-router';
import { readLotCode } from '#core/lotcode/lotCode.ts';

/** A scan that was ended with Enter while the answer to the one before was on its way. */
export interface Scan {
  readonly code: string;
  readonly packets: string;
}

/** A scan that was refused while others came after it, with the reason. */
export interface NotLent {
  readonly code: string;
  readonly why: string;
}

/** What a form leaves to the one that is made anew after its answer: a scanner does not wait. */
export interface Carried {
  readonly waiting: readonly Scan[];
  readonly notLent: readonly NotLent[];
  /** What is half typed. */
  readonly text: string;
}

const PAUSE_MS = 150;

/**
 * Keeps the code field ready for the next scan: it has the focus after each answer, a scan replaces the code before it instead of being
 * written behind it, and scans that come while an answer is on its way wait for it and are sent one after the other. What is refused while
 * others came after it is listed with its reason until somebody has seen it.
 * @param look called with what stands in the field, once for each pause in typing
 */
export function useScans(
  section: RefObject<HTMLElement | null>,
  carried: RefObject<Carried | null>,
  refused: SubmissionResult | null,
  look: (code: string) => void,
) {
  const submit = useSubmit();
  const [waiting, setWaiting] = useState<readonly Scan[]>([]);
  const [notLent, setNotLent] = useState<readonly NotLent[]>([]);
  const queue = useRef<readonly Scan[]>([]);
  const failed = useRef<readonly NotLent[]>([]);
  const before = useRef('');
  const isOnItsWay = useRef(false);
  const typedSinceSent = useRef(false);
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  const field = (name: string) => section.current?.querySelector<HTMLInputElement>(`input[name="${name}"]`) ?? null;

  const keep = (scans: readonly Scan[]) => {
    queue.current = scans;
    setWaiting(scans);
  };
  const keepFailed = (scans: readonly NotLent[]) => {
    failed.current = scans;
    setNotLent(scans);
  };

  /** Sends the first of the waiting scans; what is being typed stays in the field. */
  const sendNext = () => {
    const form = field('code')?.form;
    const [next, ...rest] = queue.current;
    if (!form || !next || isOnItsWay.current) return;
    const body = new FormData(form);
    body.set('code', next.code);
    body.set('packets', next.packets);
    isOnItsWay.current = true;
    keep(rest);
    void submit(body, { method: 'post' });
  };

  useLayoutEffect(() => {
    const input = field('code');
    const left = carried.current;
    carried.current = null;
    if (input && left) {
      input.focus();
      input.value = before.current = left.text;
      typedSinceSent.current = left.text !== '';
      keep(left.waiting);
      keepFailed(left.notLent);
      sendNext();
    }
    return () => {
      clearTimeout(pause.current);
      carried.current = {
        waiting: queue.current,
        notLent: failed.current,
        text: typedSinceSent.current ? (input?.value ?? '') : '',
      };
    };
    // Once for each form: it is made anew after each loan.
  }, [carried, section]);

  useEffect(() => {
    const input = section.current?.querySelector<HTMLInputElement>('input[name="code"]');
    if (!refused || !input) return;
    isOnItsWay.current = false;
    if (queue.current.length > 0 || typedSinceSent.current) {
      keepFailed([
        ...failed.current,
        {
          code: codeOf(refused),
          why: Object.values(refused.error ?? {})
            .flat()
            .filter(Boolean)
            .join('. '),
        },
      ]);
      sendNext();
    } else {
      // What was refused is seen, and the next scan takes its place.
      input.value = before.current = codeOf(refused);
      input.select();
    }
  }, [refused, section]);

  return {
    waiting,
    notLent,
    forgetNotLent: () => keepFailed([]),
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
    onSubmitCapture(event: FormEvent) {
      if (!isOnItsWay.current) {
        isOnItsWay.current = true;
        typedSinceSent.current = false;
        return;
      }
      event.preventDefault();
      event.stopPropagation();
      const [input, packets] = [field('code')!, field('packets')!];
      const code = input.value.trim();
      if (!code || !typedSinceSent.current) return;
      keep([...queue.current, { code, packets: packets.value }]);
      packets.value = packets.defaultValue;
      input.value = before.current = '';
      typedSinceSent.current = false;
    },
  };
}

/** The code that was refused, as it was typed. */
const codeOf = ({ initialValue }: SubmissionResult): string => (typeof initialValue?.['code'] === 'string' ? initialValue['code'] : '');
