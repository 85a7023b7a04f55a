import { CloudOff } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Button } from './Button.tsx';
import { dropUnsent, isTried, keptFor, onUnsent, sendKept, type Unsent } from './unsent.ts';

/** What was recorded on this device and is not saved yet: sent as soon as there is a network, and shown until they are. */
export function UnsentNotice({ owner, onSent }: { owner: number; onSent?: () => void }) {
  const [unsent, setUnsent] = useState<readonly Unsent[]>([]);
  useEffect(() => {
    const look = () => setUnsent(keptFor(owner));
    const send = () => void sendKept(owner).then((sent) => sent === 'all sent' && onSent?.());
    look();
    if (keptFor(owner).length > 0) send();
    addEventListener('online', send);
    const stop = onUnsent(look);
    return () => {
      removeEventListener('online', send);
      stop();
    };
  }, [owner, onSent]);
  const waiting = unsent.filter((one) => one.refused === null && isTried(one));
  const refused = unsent.filter((one) => one.refused !== null);
  if (waiting.length + refused.length === 0) return null;
  return (
    <section aria-label="Not saved yet" className="no-print mb-4 border-l-4 border-doubt bg-doubt-tint px-4 py-3 text-doubt">
      {waiting.length > 0 && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p role="status" className="flex gap-2 font-semibold">
            <CloudOff aria-hidden className="mt-0.5 size-5 shrink-0" />
            {waiting.length} {waiting.length === 1 ? 'entry is' : 'entries are'} kept on this device and not sent yet:{' '}
            {[...new Set(waiting.map(({ name }) => name))].join(', ')}. We send them as soon as there is a network.
          </p>
          <Button type="button" onClick={() => void sendKept(owner).then((sent) => sent === 'all sent' && onSent?.())}>
            Send now
          </Button>
        </div>
      )}
      {refused.map((one) => (
        <div key={one.key} className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
          <p>
            <b>{one.name}</b> was not saved: {one.refused}.{' '}
            <Link className="underline" to={one.page}>
              Look at its page
            </Link>{' '}
            and enter it again, or discard it.
          </p>
          <Button type="button" onClick={() => dropUnsent(owner, one.key)}>
            Discard entry
          </Button>
        </div>
      ))}
    </section>
  );
}
