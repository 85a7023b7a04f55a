import type { SubmissionResult } from '@conform-to/react';
import { TriangleAlert } from 'lucide-react';
import { Button } from '#app/ui/Button.tsx';
import { PostForm } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { acknowledgeForm } from '#contracts/bench/bench.ts';

/** Hazards of the step, above everything else until this person has read them. */
export function Cautions({
  unread,
  formKey,
  result,
}: {
  unread: readonly { caution: string; words: string }[];
  formKey: string;
  result: SubmissionResult | null;
}) {
  const [form] = usePostForm<typeof acknowledgeForm>({ id: `read-${formKey}`, result });
  if (unread.length === 0) return null;
  return (
    <section aria-label="Before you begin" className="mb-6 border-l-4 border-poor bg-poor-tint px-5 py-4 text-poor">
      <ul className="mb-3 space-y-1 font-semibold">
        {unread.map(({ caution, words }) => (
          <li key={caution} className="flex gap-2">
            <TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0" />
            {words}.
          </li>
        ))}
      </ul>
      <PostForm form={form} formKey={formKey} intent="read">
        <input type="hidden" name="cautions" value={unread.map(({ caution }) => caution).join(',')} />
        <Button type="submit">I have read it</Button>
      </PostForm>
    </section>
  );
}
