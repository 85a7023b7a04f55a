import { useRef, useSyncExternalStore, type FormEvent } from 'react';
import { flushSync } from 'react-dom';
import type { Milligrams } from '#core/kernel/kinds.ts';
import { parseAmount } from '#core/units/parseAmount.ts';

interface Sent {
  readonly formKey: string;
  readonly milligrams: Milligrams;
}

let sent: Sent | null = null;
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Says that a weight is on its way, before the router has even begun to send it: the curve alone is drawn anew, at once. */
export function tellSent(formKey: string, typed: string): void {
  const read = parseAmount(typed);
  sent = read.ok && read.amount.kind === 'weight' ? { formKey, milligrams: read.amount.milligrams } : null;
  flushSync(() => {
    for (const listener of listeners) listener();
  });
}

/** The weight that was sent under this form's key and is not saved yet; null when there is none. */
export function useSentWeight(formKey: string): number | null {
  const newest = useSyncExternalStore(
    subscribe,
    () => sent,
    () => null,
  );
  return newest?.formKey === formKey ? newest.milligrams : null;
}

/** A page in the background paints nothing: the form goes on its way all the same after this long. */
const NO_PAINT_MS = 250;

/**
 * Holds a form's sending back for one frame, so that what it shows at once is painted before the router's work begins.
 * @param show what is to be painted; @returns for `onSubmitCapture` around the form
 */
export function usePaintFirst(show: (form: HTMLFormElement) => void): (event: FormEvent) => void {
  const state = useRef<'idle' | 'painting' | 'painted'>('idle');
  return (event) => {
    if (state.current === 'painted') {
      state.current = 'idle';
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    if (state.current === 'painting') return;
    state.current = 'painting';
    const form = event.target as HTMLFormElement;
    show(form);
    const send = () => {
      if (state.current !== 'painting') return;
      state.current = 'painted';
      form.requestSubmit();
    };
    requestAnimationFrame(() => setTimeout(send, 0));
    setTimeout(send, NO_PAINT_MS);
  };
}
