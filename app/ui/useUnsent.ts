import { useEffect, useState } from 'react';
import { keptFor, onUnsent, type Unsent } from './unsent.ts';

/** What waits on this device to be sent, in somebody's name. @param onTaken told what has left the queue: it is in the book now, or was thrown away */
export function useUnsent(owner: number, onTaken: (gone: readonly Unsent[]) => void): readonly Unsent[] {
  const [kept, setKept] = useState<readonly Unsent[]>([]);
  useEffect(() => {
    setKept(keptFor(owner));
    let before = keptFor(owner);
    return onUnsent(() => {
      const now = keptFor(owner);
      setKept(now);
      const gone = before.filter(({ key }) => !now.some((one) => one.key === key));
      if (gone.length > 0) onTaken(gone);
      before = now;
    });
  }, [owner, onTaken]);
  return kept;
}
