import { CloudOff } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Button } from './Button.tsx';
import { dropCount, keptCounts, onKeptCounts, sendKept, type KeptCount } from './countQueue.ts';

/** Counts on this device that are not in the book yet: sent as soon as there is a network, and shown until they are. */
export function UnsentCounts({ owner, onSent }: { owner: number; onSent?: () => void }) {
  const [counts, setCounts] = useState<readonly KeptCount[]>([]);
  useEffect(() => {
    const look = () => setCounts(keptCounts(owner));
    const send = () => void sendKept(owner).then((sent) => sent === 'all sent' && onSent?.());
    look();
    if (keptCounts(owner).length > 0) send();
    addEventListener('online', send);
    const stop = onKeptCounts(look);
    return () => {
      removeEventListener('online', send);
      stop();
    };
  }, [owner, onSent]);
  if (counts.length === 0) return null;
  const waiting = counts.filter(({ refused }) => refused === null);
  const refused = counts.filter((one) => one.refused !== null);
  return (
    <section aria-label="Not saved yet" className="no-print mb-4 border-l-4 border-doubt bg-doubt-tint px-4 py-3 text-doubt">
      {waiting.length > 0 && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p role="status" className="flex gap-2 font-semibold">
            <CloudOff aria-hidden className="mt-0.5 size-5 shrink-0" />
            {waiting.length} {waiting.length === 1 ? 'count is' : 'counts are'} kept on this device, and not saved yet:{' '}
            {waiting.map(({ name }) => name).join(', ')}. Sent by itself when there is a network.
          </p>
          <Button type="button" onClick={() => void sendKept(owner).then((sent) => sent === 'all sent' && onSent?.())}>
            Send now
          </Button>
        </div>
      )}
      {refused.map((count) => (
        <div key={count.key} className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
          <p>
            <b>{count.name}</b> was not taken: {count.refused}.{' '}
            <Link className="underline" to={`/tests/${count.testId}`}>
              Look at the towel
            </Link>{' '}
            and count it again, or leave it.
          </p>
          <Button type="button" onClick={() => dropCount(owner, count.key)}>
            Leave it
          </Button>
        </div>
      ))}
    </section>
  );
}
