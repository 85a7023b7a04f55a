import type { SubmissionResult } from '@conform-to/react';
import { useFetcher } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { PostForm, SelectField, TextField, type Option } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { agreeForm, endForm, handOverForm } from '#contracts/growouts/growOuts.ts';
import type { GrowOutState } from '#core/states/states.ts';

interface Given {
  readonly formKey: string;
  readonly result: SubmissionResult | null;
}

/** Who grows it: asked on their own page, or agreed with by word of mouth. */
export function AgreeForm({ formKey, result, state }: Given & { state: GrowOutState }) {
  const isFirst = state === 'proposed' || state === 'declined';
  const people = useFetcher<{ names: string[] }>({ key: 'people' });
  const [form, fields] = usePostForm<typeof agreeForm>({ id: `agree-${formKey}`, result });
  const ask = (
    <PostForm form={form} formKey={formKey} className="mt-3">
      <TextField
        field={fields.grower}
        label="Who will grow it?"
        hint="Start typing a name"
        autoComplete="off"
        suggestions={people.data?.names ?? []}
        onChange={(event) => void people.load(`/suggest?${new URLSearchParams({ typed: event.currentTarget.value })}`)}
      />
      <div className="flex flex-wrap gap-3">
        <Button type="submit" name="intent" value="offer" look={isFirst ? 'action' : undefined}>
          Offer to grower
        </Button>
        <Button type="submit" name="intent" value="agree">
          Agreed already
        </Button>
      </div>
      <p className="text-small text-soft">
        People who sign in here see the offer under My seed and answer it. For others, choose “Agreed already” when they have said yes.
      </p>
    </PostForm>
  );
  if (isFirst) return <section aria-label="Find a grower">{ask}</section>;
  return (
    <details {...(fields.grower.errors && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">
        {state === 'offered' ? 'They have already said yes, or someone else will grow it' : 'Someone else will grow it'}
      </summary>
      {ask}
    </details>
  );
}

/** Seed out of one container into the grower's hands. */
export function HandOverForm({
  formKey,
  result,
  holdings,
  seeds,
  grower,
}: Given & { holdings: readonly Option[]; seeds: number; grower: string | null }) {
  const [form, fields] = usePostForm<typeof handOverForm>({
    id: `hand-over-${formKey}`,
    result,
    start: { holding: holdings[0]?.value ?? '', seeds: String(seeds) },
  });
  return (
    <section aria-label="Hand over the seed">
      <PostForm form={form} formKey={formKey} intent="hand over">
        <SelectField field={fields.holding} label="From which container?" options={holdings} />
        <TextField
          field={fields.seeds}
          label="How many seeds?"
          hint={
            holdings.some(({ label }) => / packets, /.test(label)) ? 'Packets are handed over whole, so there may be a few more' : undefined
          }
          inputMode="numeric"
        />
        <Button type="submit" look="action">
          Hand over seed{grower ? ` to ${grower}` : ''}
        </Button>
      </PostForm>
    </section>
  );
}

const ENDS = {
  drop: {
    open: 'Drop this grow-out',
    label: 'Why are you dropping it?',
    hint: 'For example: no garden is far enough from other beets this year',
    button: 'Drop grow-out',
  },
  fail: {
    open: 'The crop failed',
    label: 'What happened?',
    hint: 'For example slugs, drought or a late frost. It helps the next grower',
    button: 'Record failure',
  },
} as const;

export function EndForm({ formKey, result, way }: Given & { way: keyof typeof ENDS }) {
  const { open, label, hint, button } = ENDS[way];
  const [form, fields] = usePostForm<typeof endForm>({ id: `${way}-${formKey}`, result });
  return (
    <details {...(fields.reason.errors && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">{open}</summary>
      <PostForm form={form} formKey={formKey} intent={way} className="mt-3">
        <TextField field={fields.reason} label={label} hint={hint} />
        <Button type="submit">{button}</Button>
      </PostForm>
    </details>
  );
}
