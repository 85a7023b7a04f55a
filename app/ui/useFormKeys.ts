import { useState } from 'react';
import { useNavigation } from 'react-router';

/**
 * Keeps each form of a page under the key it was shown with until that key is spent, so that what is being typed into one
 * form stays while the page loads anew after another was sent. A spent one is renewed when the page has loaded, and not before:
 * a form that begins anew begins with what the page then shows.
 * @param fresh keys of the newest load
 * @param spent the key under which a form of this page was last accepted
 * @param about what the forms are about (a batch at its turn): when that changes, all of them begin anew
 */
export function useFormKeys<Name extends string>(
  fresh: Readonly<Record<Name, string>>,
  spent: string | undefined,
  about: string | number,
): Readonly<Record<Name, string>> {
  const hasLoaded = useNavigation().state === 'idle';
  const [held, setHeld] = useState({ about, keys: fresh });
  const keys = held.about !== about ? fresh : hasLoaded ? renewSpent(held.keys, fresh, spent) : held.keys;
  if (keys !== held.keys) setHeld({ about, keys });
  return keys;
}

function renewSpent<Name extends string>(
  held: Readonly<Record<Name, string>>,
  fresh: Readonly<Record<Name, string>>,
  spent: string | undefined,
): Readonly<Record<Name, string>> {
  const name = (Object.keys(held) as Name[]).find((each) => held[each] === spent);
  return name === undefined || fresh[name] === spent ? held : { ...held, [name]: fresh[name] };
}
