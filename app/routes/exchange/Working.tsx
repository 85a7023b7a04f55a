import { useEffect } from 'react';
import { Form, useRevalidator } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { grouped } from '#core/units/formatAmount.ts';
import { WORKING_WORDS } from '#words/exchange.ts';

const LOOK_AGAIN_MS = 800;

/** What the background does with an import: how far it is, and a way to stop it. Looks again by itself, also before scripts. */
export function Working({
  state,
  stepsDone,
  steps,
  isCancelled,
}: {
  state: keyof typeof WORKING_WORDS;
  stepsDone: number;
  steps: number;
  isCancelled: boolean;
}) {
  const { revalidate, state: revalidating } = useRevalidator();
  useEffect(() => {
    if (revalidating !== 'idle') return undefined;
    const timer = setTimeout(() => void revalidate(), LOOK_AGAIN_MS);
    return () => clearTimeout(timer);
  }, [revalidate, revalidating, stepsDone]);
  const share = steps > 0 ? stepsDone / steps : 0;
  return (
    <div className="max-w-prose">
      <noscript>
        <meta httpEquiv="refresh" content="2" />
      </noscript>
      <h2 id="working">{isCancelled ? 'Stopping' : WORKING_WORDS[state]}</h2>
      {share > 0 && <progress aria-labelledby="working" className="mt-3 h-3 w-full accent-grain" max={1} value={share} />}
      <p role="status" className="mt-1 text-soft">
        {share > 0 ? `About ${Math.round(share * 100)} %${state === 'to undo' ? '' : ` of ${grouped(steps)} rows`}.` : 'Starting …'} You can
        leave this page: it goes on by itself.
      </p>
      <Form method="post" className="mt-4">
        <Button type="submit" name="intent" value="stop" disabled={isCancelled}>
          Stop
        </Button>
      </Form>
    </div>
  );
}
