import { useEffect, useRef } from 'react';
import { useSubmit } from 'react-router';
import { LOCKS_AFTER_MS } from '#core/people/tablet.ts';

/** Locks a shared tablet when nobody has touched it for a while; what is on the screen goes with it. */
export function useIdleLock(isShared: boolean): void {
  const submit = useSubmit();
  const lock = useRef(() => {});
  lock.current = () => void submit({ intent: 'lock' }, { method: 'post', action: '/tablet' });
  useEffect(() => {
    if (!isShared) return undefined;
    let timer = setTimeout(() => lock.current(), LOCKS_AFTER_MS);
    const touched = () => {
      clearTimeout(timer);
      timer = setTimeout(() => lock.current(), LOCKS_AFTER_MS);
    };
    const signs = ['pointerdown', 'keydown', 'scroll'] as const;
    for (const sign of signs) window.addEventListener(sign, touched, { passive: true });
    return () => {
      clearTimeout(timer);
      for (const sign of signs) window.removeEventListener(sign, touched);
    };
  }, [isShared]);
}
