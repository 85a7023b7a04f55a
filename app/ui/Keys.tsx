import { Keyboard, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { isTyping, keepTypingFocus } from './typing.ts';

const KEYS: readonly { readonly where: string; readonly keys: readonly (readonly [string, string])[] }[] = [
  {
    where: 'Everywhere',
    keys: [
      ['/', 'Go to the search field'],
      ['?', 'Show this list'],
      ['Tab', 'Go to the next field or button'],
    ],
  },
  {
    where: 'Counting a germination test',
    keys: [
      ['Arrow keys', 'Go to another seed'],
      ['Space', 'Mark it as sprouted, or undo the mark'],
      ['D, H, F, A', 'Mark it as mouldy, hard, fresh or abnormal'],
      ['N', 'Save and go to the next towel'],
    ],
  },
  { where: 'Drying', keys: [['Enter', 'On the empty weight field: read the scale']] },
  { where: 'Plans of tests and of the season', keys: [['Arrow keys', 'Move what is chosen to another week or bed']] },
];

/** The map of the keys, on the key `?` and on a button. */
export function Keys() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const show = (event: KeyboardEvent) => {
      if (event.key !== '?' || isTyping(event.target)) return;
      event.preventDefault();
      setOpen(true);
    };
    addEventListener('keydown', show);
    return () => removeEventListener('keydown', show);
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="link hidden min-h-9 items-center gap-2 text-small lg:inline-flex">
        <Keyboard aria-hidden className="size-5" />
        Keyboard shortcuts
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={keepTypingFocus}
          className="fixed inset-x-3 top-1/2 z-50 max-h-[90dvh] -translate-y-1/2 overflow-y-auto rounded-md border border-edge bg-ground p-6 sm:inset-x-auto sm:left-1/2 sm:w-[32rem] sm:-translate-x-1/2"
        >
          <div className="flex items-start justify-between gap-4">
            <Dialog.Title className="font-slab text-title font-semibold">Keyboard shortcuts</Dialog.Title>
            <Dialog.Close className="inline-flex size-11 items-center justify-center rounded-md hover:bg-well" aria-label="Close">
              <X aria-hidden className="size-5" />
            </Dialog.Close>
          </div>
          {KEYS.map(({ where, keys }) => (
            <section key={where} className="mt-4">
              <h3>{where}</h3>
              <dl className="grid grid-cols-[8rem_1fr] gap-y-1">
                {keys.map(([key, does]) => (
                  <div key={key} className="contents">
                    <dt className="font-mono">{key}</dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
