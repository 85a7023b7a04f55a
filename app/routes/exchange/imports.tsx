import { Upload } from 'lucide-react';
import { Form, Link, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted } from '#app/platform/form.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { readSheetUpload } from '#app/platform/sheetUpload.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { FieldError, FieldHint } from '#app/ui/FieldParts.tsx';
import { FileField } from '#app/ui/FileField.tsx';
import { Pager } from '#app/ui/List.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { MOST_SHEET_BYTES } from '#contracts/exchange/upload.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { THINGS } from '#core/sheets/fields.ts';
import { listImports } from '#data/exchange/imports.ts';
import { beginImport } from '#services/exchange/importing.server.ts';
import { STATE_WORDS, thingsCounted } from '#words/exchange.ts';
import type { Route } from './+types/imports.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Bring data in · Kind Granary' }];

const PAGE = 30;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { now, house } = visitBy(context, request, 'manage people');
  const page = pageFrom(new URL(request.url).searchParams);
  const { imports, total } = await listImports(db, { limit: PAGE, offset: (page - 1) * PAGE });
  return {
    key: newFormKey(),
    page,
    total,
    imports: imports.map(({ id, fileName, state, counts, changedAt, by, isUndone }) => ({
      id,
      fileName,
      state: isUndone ? ('undone' as const) : state,
      what: THINGS.filter((thing) => (counts[thing] ?? 0) > 0).map((thing) => thingsCounted(thing, counts[thing]!)),
      at: formatMoment(changedAt.getTime(), now.getTime(), house.timeZone),
      by,
    })),
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'manage people');
  const read = await readSheetUpload(request);
  if (!read.ok) return notAccepted({ at: read.at, why: read.why });
  const { key, name, contents } = read.upload;
  await beginImport(visit, { id: key, actKey: newFormKey(), name, contents });
  throw redirect(`/import/${key}`);
}

const WHY = {
  missing: 'Choose a file, or paste cells below',
  'too large': `That is more than ${MOST_SHEET_BYTES / 1_000_000} MB. Split it into several files`,
} as const;

/** Where a spreadsheet comes into the library, and those that did. */
export default function Imports({ loaderData: { key, page, total, imports }, actionData }: Route.ComponentProps) {
  const busy = useBusy();
  const errorAt = (field: 'file' | 'pasted') => (actionData?.at === field ? WHY[actionData.why] : null);
  return (
    <>
      <PageHead
        title="Bring data in"
        about="From any spreadsheet: seed lots, varieties, people, loans, germination tests and storage places. You see everything before it is saved, and can undo the whole import afterwards."
        actions={<ButtonLink to="/settings">Settings</ButtonLink>}
      />
      <Form method="post" encType="multipart/form-data" className="mb-10 max-w-prose space-y-5">
        <input type="hidden" name="key" value={key} />
        <FileField
          label="Spreadsheet"
          hint="A file that ends in .csv, .tsv, .xlsx or .ods. Several sheets in one file are read together."
          accept=".csv,.tsv,.txt,.xlsx,.xlsm,.ods"
          most={{ bytes: MOST_SHEET_BYTES, refusal: WHY['too large'] }}
          error={errorAt('file')}
        />
        <div>
          <label htmlFor="pasted" className="block font-semibold">
            Or paste cells
          </label>
          <FieldHint id="pasted-hint">Copy them in your spreadsheet, with the row of column headings.</FieldHint>
          <textarea
            id="pasted"
            name="pasted"
            rows={4}
            aria-describedby="pasted-hint pasted-error"
            className="input mt-1 font-mono text-small"
          />
          <FieldError id="pasted-error">{errorAt('pasted')}</FieldError>
        </div>
        <Button type="submit" look="action" disabled={busy}>
          <Upload aria-hidden className="size-5" />
          {busy ? 'Sending …' : 'Look at it first'}
        </Button>
      </Form>
      <section aria-labelledby="earlier">
        <h2 id="earlier" className="mb-3">
          Earlier imports
        </h2>
        {imports.length === 0 ? (
          <Empty>No imports yet. What you bring in is listed here, with what came of it.</Empty>
        ) : (
          <Table caption="Earlier imports">
            <Heads of={['File', 'State', 'What it brings', 'When', 'By']} />
            <tbody>
              {imports.map((one) => (
                <tr key={one.id}>
                  <td>
                    <Link className="link font-semibold break-all" to={`/import/${one.id}`}>
                      {one.fileName}
                    </Link>
                  </td>
                  <td>{STATE_WORDS[one.state]}</td>
                  <td>{one.what.join(', ') || '–'}</td>
                  <td className="whitespace-nowrap">{one.at}</td>
                  <td>{one.by}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        <Pager page={page} size={PAGE} total={total} things="imports" />
      </section>
    </>
  );
}
