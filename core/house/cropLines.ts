export type CropLines<Value> =
  | { readonly ok: true; readonly crops: Record<string, Value> }
  | { readonly ok: false; readonly line: string; readonly why: 'no such crop' | 'not read' };

/**
 * Reads settings that some crops have for themselves, one on each line: a crop's name, then its figures.
 * @param pattern its first group is the crop, the others go to `valueOf`, which gives null for what makes no sense
 * @param cropNamed the crop of a name, or null
 */
export function readCropLines<Value>(
  text: string,
  pattern: RegExp,
  cropNamed: (name: string) => { readonly id: string } | null,
  valueOf: (figures: readonly string[]) => Value | null,
): CropLines<Value> {
  const crops: Record<string, Value> = {};
  for (const line of text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean)) {
    const [, name, ...figures] = pattern.exec(line) ?? [];
    const value = name === undefined ? null : valueOf(figures);
    if (value === null) return { ok: false, line, why: 'not read' };
    const crop = cropNamed(name!.trim());
    if (!crop) return { ok: false, line, why: 'no such crop' };
    crops[crop.id] = value;
  }
  return { ok: true, crops };
}
