import { z } from 'zod';
import { rowNumber } from '#contracts/fields.ts';
import { BACK_FIELDS, BACK_FROM, type Back } from '#core/passport/back.ts';

export const back = z.object({ of: z.enum(BACK_FROM), id: rowNumber });

/** Reads it from a form's or an address's fields; null where neither is named. */
export function readBack(field: (name: string) => string | null | undefined): Back | null {
  for (const of of BACK_FROM) {
    const id = rowNumber.safeParse(field(BACK_FIELDS[of]) ?? undefined);
    if (id.success) return { of, id: id.data };
  }
  return null;
}
