import { data } from 'react-router';
import { labelFile } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/tagSheet.ts';
import { readTag } from './tagWords.server.ts';

/** Tags of one batch as a PDF. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const tag = await readTag(Number(params.id), house, request);
  if (!tag) throw data(null, { status: 404 });
  return labelFile(tag.words, request);
}
