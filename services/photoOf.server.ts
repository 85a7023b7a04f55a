import type { Tools } from './command.server.ts';
import type { Outcome } from './perform.server.ts';
import type { PhotoProblem, RemadePhoto } from './remakePhoto.server.ts';

/** The photo that came with a form, re-made before it is kept; null where none was taken. */
export async function photoOf(
  { remakePhoto }: Tools,
  { photo }: { readonly photo: Blob | null },
): Promise<Outcome<RemadePhoto | null, PhotoProblem>> {
  if (photo === null) return { ok: true, answer: null };
  const remade = await remakePhoto(new Uint8Array(await photo.arrayBuffer()));
  return remade.ok ? { ok: true, answer: remade.photo } : remade;
}
