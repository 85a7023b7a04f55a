import { Cable } from 'lucide-react';
import { useState } from 'react';
import { Button } from './Button.tsx';

/** What a device's answer fills into a form, or why there is none. */
export type DeviceAnswer =
  | { readonly ok: true; readonly weight: string; readonly scale: '1 g' | '0.1 g' }
  | { readonly ok: true; readonly humidity: string; readonly celsius: string }
  | { readonly ok: false; readonly words: string };

type Answered = Extract<DeviceAnswer, { ok: true }>;

/** Asks a device, and hands on what it says; why it says nothing stands beside the button. */
export function useDevice(of: 'scale' | 'jar' | 'room', fill: (answer: Answered) => void) {
  const [words, setWords] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  async function take() {
    setAsking(true);
    setWords(null);
    try {
      const response = await fetch(`/bench/devices/read?of=${of}`);
      const answer = (await response.json()) as DeviceAnswer;
      if (answer.ok) fill(answer);
      else setWords(answer.words);
    } catch {
      setWords('The server does not answer. Type the value instead');
    } finally {
      setAsking(false);
    }
  }
  return { take, words, asking };
}

/** The button of a device, and what it said. */
export function TakeFrom({ label, device: { take, words, asking } }: { label: string; device: ReturnType<typeof useDevice> }) {
  return (
    <>
      <Button type="button" onClick={() => void take()} disabled={asking}>
        <Cable aria-hidden className="size-5" />
        {asking ? 'Waiting for the reading …' : label}
      </Button>
      {words && (
        <p role="status" className="w-full font-semibold text-doubt">
          {words}.
        </p>
      )}
    </>
  );
}

/** Puts a value into a field of a form, as typing would. */
export function fillField(form: HTMLFormElement, name: string, value: string): void {
  const field = form.elements.namedItem(name);
  if (field instanceof RadioNodeList) field.value = value;
  else if (field instanceof HTMLInputElement) field.value = value;
}
