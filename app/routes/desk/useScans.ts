import type { SubmissionResult } from '@conform-to/react';
import { useEffect, useLayoutEffect, useRef, useState, type FormEvent, type RefObject } from 'react';
import { useNavigation, useSubmit } from 'react-router';
import { readLotCode } from '#core/lotcode/lotCode.ts';

/** A scan that was ended with Enter. */
export interface Scan {
  readonly code: string;
  readonly packets: string;
}

/** A scan that was refused while others came after it, with the reason. */
export interface NotLent {
  readonly code: string;
  readonly why: string;
}

/** What a form leaves to the one that is re-made after its answer: a scanner does not wait. */
export interface Carried {
  readonly waiting: readonly Scan[];
  readonly notLent: readonly NotLent[];
  /** What is half typed. */
  readonly text: string;
}

const PAUSE_MS = 150;
/** What is refused and replaced sooner than this nobody has read. */
const READ_MS = 3_000;

/**
 * Keeps the code field ready for the next scan: it has the focus after each answer, a scan replaces the code before it instead of being
 * written behind it, and scans stand in line and are sent one after the other, each with the key of a new form. What is refused while
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
  const { state, formData } = useNavigation();
  const [waiting, keepWaiting, line] = useKept<readonly Scan[]>([]);
  const [notLent, keepNotLent, failed] = useKept<readonly NotLent[]>([]);
  const before = useRef('');
  const isOnItsWay = useRef(false);
  const isHalfTyped = useRef(false);
  /** The refusal that stands beside the field, and since when. */
  const beside = useRef<(NotLent & { readonly since: number }) | null>(null);
  const stateBefore = useRef(state);
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  const field = (name: string) => section.current?.querySelector<HTMLInputElement>(`input[name="${name}"]`) ?? null;
  const write = (text: string, halfTyped: boolean) => {
    const input = field('code');
    if (input) input.value = before.current = text;
    isHalfTyped.current = halfTyped;
  };

  /** Lists a refusal, once for each code. */
  const list = ({ code, why }: NotLent) => keepNotLent([...failed.current.filter((one) => one.code !== code), { code, why }]);

  /** Sends the first in line, unless an answer is on its way; what is being typed stays in the field. */
  const sendNext = () => {
    const form = field('code')?.form;
    const [next, ...rest] = line.current;
    if (!form || !next || isOnItsWay.current) return;
    const body = new FormData(form);
    body.set('code', next.code);
    body.set('packets', next.packets);
    isOnItsWay.current = true;
    keepWaiting(rest);
    void submit(body, { method: 'post' });
  };

  useLayoutEffect(() => {
    const left = carried.current;
    carried.current = null;
    if (left) {
      field('code')?.focus();
      write(left.text, left.text !== '');
      keepWaiting(left.waiting);
      keepNotLent(left.notLent);
    }
    const input = field('code');
    return () => {
      clearTimeout(pause.current);
      carried.current = { waiting: line.current, notLent: failed.current, text: isHalfTyped.current ? (input?.value ?? '') : '' };
    };
    // Once for each form, which is re-made after each loan.
  }, [carried, section]);

  useEffect(() => {
    if (!refused) return;
    const { code, packets } = typedIn(refused);
    const why = Object.values(refused.error ?? {})
      .flat()
      .filter(Boolean)
      .join('. ');
    if (line.current.length > 0 || isHalfTyped.current) return list({ code, why });
    // It is seen beside its field, and the next scan takes its place.
    beside.current = { code, why, since: performance.now() };
    write(code, false);
    field('packets')!.value = packets;
    field('code')!.select();
  }, [refused]);

  useEffect(() => {
    if (state === 'idle' && stateBefore.current !== 'idle') isOnItsWay.current = false;
    stateBefore.current = state;
    if (state === 'idle') sendNext();
  }, [state, waiting]);

  return {
    waiting,
    notLent,
    forgetNotLent: () => keepNotLent([]),
    /** The code that is being lent at this moment. */
    sending: state === 'idle' ? null : (formData?.get('code')?.toString() ?? null),
    onInput(event: FormEvent<HTMLInputElement>) {
      const input = event.currentTarget;
      const wasWhole =
        readLotCode(before.current).ok && input.value.startsWith(before.current) && input.value.length > before.current.length;
      if (wasWhole) input.value = input.value.slice(before.current.length);
      before.current = input.value;
      isHalfTyped.current = true;
      clearTimeout(pause.current);
      pause.current = setTimeout(() => look(input.value), PAUSE_MS);
    },
    onSubmitCapture(event: FormEvent) {
      event.preventDefault();
      event.stopPropagation();
      const packets = field('packets')!;
      const code = field('code')!.value.trim();
      const { current: last } = beside;
      beside.current = null;
      if (last && last.code !== code && performance.now() - last.since < READ_MS) list(last);
      keepWaiting([...line.current, { code, packets: packets.value }]);
      write('', false);
      sendNext();
      packets.value = packets.defaultValue;
    },
  };
}

/** State that an event can read and write at once, between two drawings of the page. */
function useKept<Value>(start: Value): [Value, (value: Value) => void, RefObject<Value>] {
  const [shown, setShown] = useState(start);
  const now = useRef(start);
  const keep = (value: Value) => {
    now.current = value;
    setShown(value);
  };
  return [shown, keep, now];
}

/** What was sent and refused, as it was typed. */
function typedIn({ initialValue }: SubmissionResult): Scan {
  const of = (name: string) => (typeof initialValue?.[name] === 'string' ? initialValue[name] : '');
  return { code: of('code'), packets: of('packets') };
}
