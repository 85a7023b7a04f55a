import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { notAccepted } from '#app/platform/form.server.ts';
import { intentOf, formOf, pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { readAnswers, readCells, readColumns } from '#contracts/exchange/imports.ts';
import { listCropNames } from '#data/almanac/almanac.ts';
import { findImport, listRows, type ImportRead, type RowFilter } from '#data/exchange/imports.ts';
import {
  answerQuestions,
  callOff,
  fixCells,
  guessesOf,
  reopenColumns,
  settleColumns,
  takeAnswerBack,
  throwAway,
  writeInBackground,
  type ImportProblem,
} from '#services/exchange/importing.server.ts';
import { readUndoing } from '#services/undo.server.ts';
import { questionWords, troubleWords } from '#words/exchange.ts';
import type { Route } from './+types/import.ts';
import { Columns } from './Columns.tsx';
import { Done } from './Done.tsx';
import { Review } from './Review.tsx';
import { Working } from './Working.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Import · Kind Granary' }];

const PAGE = 40;
const FILTERS: readonly RowFilter[] = ['all', 'wrong', 'doubtful', 'assumed', 'good', 'known'];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const visit = visitBy(context, request, 'manage people');
  const one = await findImport(db, params.import);
  if (!one) throw data(null, { status: 404 });
  const trouble = one.trouble === null ? null : troubleWords(JSON.parse(one.trouble) as Parameters<typeof troubleWords>[0]);
  const head = { fileName: one.fileName, trouble };
  switch (one.state) {
    case 'to read':
    case 'to review':
    case 'to write':
    case 'to undo':
      return {
        ...head,
        at: 'working' as const,
        state: one.state,
        stepsDone: one.stepsDone,
        steps: one.steps,
        isCancelled: one.isCancelled,
      };
    case 'columns':
      return { ...head, at: 'columns' as const, sheets: one.sheets, guesses: await guessesOf(db, one) };
    case 'reviewed':
      return { ...head, at: 'review' as const, ...(await readReview(one, new URL(request.url).searchParams)) };
    case 'done':
      return {
        ...head,
        at: 'done' as const,
        counts: one.counts,
        actKey: one.actKey,
        isUndone: (await readUndoing(db, visit.actor, one.actKey)).against?.code === 'undone already',
      };
    case 'failed':
      return { ...head, at: 'failed' as const };
  }
}

async function readReview(one: ImportRead, query: URLSearchParams) {
  const only = FILTERS.find((filter) => filter === query.get('only')) ?? firstFilter(one);
  const sheet = /^\d{1,2}$/.test(query.get('sheet') ?? '') ? Number(query.get('sheet')) : null;
  const page = pageFrom(query);
  const search = query.get('search')?.trim().slice(0, 60) ?? '';
  const [{ rows, total }, crops] = await Promise.all([
    listRows(db, one.id, { sheet, only, search, limit: PAGE, offset: (page - 1) * PAGE }),
    one.questions.some(({ key }) => key.startsWith('crop:')) ? listCropNames(db) : [],
  ]);
  const headOf = (key: string, at: number, field: string) => {
    const { heads, columns } = one.sheets[at]!;
    const named = /^unit:\d+:(\d+)$/.exec(key);
    return heads[named ? Number(named[1]) : columns.findIndex((each) => each === field)] ?? '';
  };
  return {
    counts: one.counts,
    sheets: one.sheets.map(({ name, heads, columns, thing, rows: count, leftOut }) => ({
      name,
      heads,
      columns,
      thing,
      rows: count,
      leftOut,
    })),
    questions: one.questions.map(({ key, rows: count, note, sheet: at }) => ({
      key,
      rows: count,
      asks: questionWords(key, note, headOf(key, at, note.field)),
      taken: key.startsWith('size:') ? 'fewest' : (note.taken ?? null),
      readings: note.readings ?? [],
    })),
    answers: Object.entries(one.answers),
    crops: crops.map(({ id, name }) => ({ value: id, label: name })),
    rows,
    total,
    page,
    pageSize: PAGE,
    only,
    sheet,
    search,
  };
}

/** What wants looking at first: what cannot be imported, then what is to be confirmed, else everything. */
const firstFilter = ({ counts }: ImportRead): RowFilter =>
  (counts.wrong ?? 0) > 0 ? 'wrong' : (counts.doubtful ?? 0) > 0 ? 'doubtful' : 'all';

const INTENTS = ['columns', 'reopen', 'answer', 'ask again', 'fix', 'write', 'write good', 'stop', 'discard'] as const;

const PROBLEMS: Readonly<Record<ImportProblem['code'], string>> = {
  'no such import': 'This import no longer exists. Start again with the file',
  'not now': 'This import has changed since you opened it. Check the page below, then try again',
};

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'manage people');
  const form = await formOf(request);
  const id = params.import;
  const intent = intentOf(form, INTENTS);
  if (intent === 'stop') return done(callOff(visit, id));
  if (intent === 'discard') {
    await throwAway(visit, id);
    throw redirect('/import');
  }
  const one = await findImport(db, id);
  if (!one) throw data(null, { status: 404 });
  const gave = await act(intent);
  return gave.ok ? { trouble: null } : notAccepted({ trouble: PROBLEMS[gave.problem.code] });

  function act(asked: Exclude<typeof intent, 'stop' | 'discard'>) {
    switch (asked) {
      case 'columns':
        return settleColumns(visit, id, readColumns(form, one!.sheets));
      case 'reopen':
        return reopenColumns(visit, id);
      case 'answer':
        return answerQuestions(visit, id, readAnswers(form, one!.questions));
      case 'ask again':
        return takeAnswerBack(visit, id, String(form.get('question')));
      case 'fix':
        return fixCells(visit, id, readCells(form));
      case 'write':
      case 'write good':
        return writeInBackground(visit, id, asked === 'write good');
    }
  }
}

const done = async (work: Promise<void>) => {
  await work;
  return { trouble: null };
};

/** One import, at whatever step it is. */
export default function Import({ loaderData: view, actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title={<span className="break-all">{view.fileName}</span>}
        about={ABOUT[view.at]}
        actions={<ButtonLink to="/import">All imports</ButtonLink>}
      />
      {actionData?.trouble && <Notice tone="poor">{actionData.trouble}</Notice>}
      {view.trouble && !actionData?.trouble && <Notice tone={view.at === 'failed' ? 'poor' : 'doubt'}>{view.trouble}</Notice>}
      {view.at === 'working' && <Working {...view} />}
      {view.at === 'columns' && <Columns sheets={view.sheets} guesses={view.guesses} />}
      {view.at === 'review' && <Review view={view} />}
      {view.at === 'done' && <Done {...view} />}
      {view.at === 'failed' && (
        <ButtonLink look="action" to="/import">
          Choose another file
        </ButtonLink>
      )}
    </>
  );
}

const ABOUT = {
  working: undefined,
  columns: 'Step 1 of 2: check what each column holds. Nothing is saved yet.',
  review: 'Step 2 of 2: check how the rows are read. Nothing is saved yet.',
  done: undefined,
  failed: undefined,
} as const;
