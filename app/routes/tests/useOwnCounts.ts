import { useCallback, useState } from 'react';
import { useNavigate, useRevalidator, useSubmit } from 'react-router';
import { smallPhoto } from '#app/ui/smallPhoto.ts';
import { sendSafely, type Unsent } from '#app/ui/unsent.ts';
import { newKey, useKeptForLater } from '#app/ui/useKeptForLater.ts';
import { useUnsent } from '#app/ui/useUnsent.ts';
import type { TestId } from '#core/kernel/kinds.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import { addressesOf, withKept } from './keptCounts.ts';
import type { Errors } from './PlainFields.tsx';

/**
 * Counts of a towel on its own page: each is kept on the device before it is sent, so that neither a lost network nor a closed page loses it. What the
 * library refuses stays in the form, with why.
 */
export function useOwnCounts(test: {
  readonly id: TestId;
  readonly owner: number;
  readonly crop: string;
  readonly variety: string;
  readonly lastCheck: number;
}) {
  const { id, owner, lastCheck } = test;
  const { revalidate } = useRevalidator();
  const navigate = useNavigate();
  const submit = useSubmit();
  const kept = useUnsent(
    owner,
    useCallback(() => void revalidate(), [revalidate]),
  );
  useKeptForLater(addressesOf(id).page);
  const [state, setState] = useState<State>({ id, ...IDLE });
  const now = state.id === id ? state : { id, ...IDLE };
  const take = async (form: FormData, onward: number | null) => {
    const fields: Record<string, string> = {};
    for (const [name, value] of form) if (typeof value === 'string') fields[name] = value;
    const photo = form.get('photo');
    if (photo instanceof File && photo.size > 0) {
      const small = await smallPhoto(photo);
      if (small === null) return setState({ ...now, isSaved: false, errors: { photo: [PHOTO_TROUBLE['not a photo']] } });
      fields['photo'] = small;
    }
    const count = { key: fields['key']!, ...addressesOf(id), name: `${test.crop} ‘${test.variety}’`, fields, refused: null };
    // The form begins anew at once; what was counted is shown on the towel until the page has it from the library.
    const begun = { id, key: newKey(), last: count, isSending: true, isSaved: false, typed: null, errors: null };
    setState(begun);
    const became = await sendSafely(owner, count);
    // The device is full: it goes the way every form goes.
    if (became === null) return submit(form, { method: 'post', encType: 'multipart/form-data' });
    if (became.is === 'refused')
      return setState({ ...begun, key: newKey(), last: null, isSending: false, typed: fields, errors: wordsOf(became.errors) });
    if (became.is === 'saved' && onward !== null) return navigate(`/tests/${onward}?after=${id}`);
    setState((then) => ({ ...then, isSending: false, isSaved: became.is === 'saved' }));
    if (became.is === 'waiting') return;
    await revalidate();
    setState((then) => (then.last === count ? { ...then, last: null } : then));
  };
  const isNews = now.last !== null && Number(now.last.fields['after']) === lastCheck && !kept.some(({ key }) => key === now.last!.key);
  const { pending } = withKept(id, [], kept);
  return { ...now, pending, kept: isNews ? [now.last!, ...kept] : kept, take };
}

interface State {
  readonly id: TestId;
  /** The key of the next count; null while it is the one that came with the page. */
  readonly key: string | null;
  /** The last count from here, while it may be saved and not yet among what the page has loaded. */
  readonly last: Unsent | null;
  readonly isSending: boolean;
  readonly isSaved: boolean;
  /** What a refused count said, to be mended. */
  readonly typed: Record<string, string> | null;
  readonly errors: Errors | null;
}

const IDLE = { key: null, last: null, isSending: false, isSaved: false, typed: null, errors: null };

const wordsOf = (errors: Readonly<Record<string, readonly string[]>>): Errors =>
  Object.fromEntries(Object.entries(errors).map(([field, words]) => [field, [...words]]));
