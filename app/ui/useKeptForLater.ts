import { useEffect, useState } from 'react';

/** A key of what is written on this device, also where the page came without HTTPS. */
export const newKey = () =>
  '10000000-1000-4000-8000-100000000000'.replace(/[018]/g, (digit) =>
    (Number(digit) ^ (crypto.getRandomValues(new Uint8Array(1))[0]! & (15 >> (Number(digit) / 4)))).toString(16),
  );

/** Whether the page opens again without a network: browsers keep it over HTTPS only; else it must stay open. */
export type InTheShed = 'kept' | 'stay open' | null;

/** Asks the worker beside the page to keep this page and what it is made of. */
export function useKeptForLater(page: string): InTheShed {
  const [kept, setKept] = useState<InTheShed>(null);
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return setKept('stay open');
    const { serviceWorker } = navigator;
    const hear = ({ data }: MessageEvent<{ kept?: boolean }>) => data.kept !== undefined && setKept(data.kept ? 'kept' : 'stay open');
    serviceWorker.addEventListener('message', hear);
    void serviceWorker
      .register('/round-worker.js')
      .then(() => serviceWorker.ready)
      .then(({ active }) => {
        const assets = performance
          .getEntriesByType('resource')
          .map(({ name }) => new URL(name))
          .filter(({ origin, pathname }) => origin === location.origin && pathname.startsWith('/assets/'))
          .map(({ pathname }) => pathname);
        active?.postMessage({ keep: [page, ...new Set(assets)] });
      })
      .catch(() => setKept('stay open'));
    return () => serviceWorker.removeEventListener('message', hear);
  }, [page]);
  return kept;
}
