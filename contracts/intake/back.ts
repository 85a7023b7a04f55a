import { z } from 'zod';
import { rowNumber } from '#contracts/fields.ts';
import { BACK_FROM, type Back } from '#core/passport/back.ts';

export const back = z.object({ of: z.enum(BACK_FROM), id: rowNumber });

/** The names under which forms and addresses carry it. */
const FIELDS = { loan: 'loan', 'grow-out': 'growOut' } as const;

/** As fields of a form; none for seed that comes from anybody else. */
export const backFields = (from: Back | null): Readonly<Record<string, string>> => (from ? { [FIELDS[from.of]]: String(from.id) } : {});

/** Reads it from a form's or an address's fields; null where neither is named. */
export function readBack(field: (name: string) => string | null | undefined): Back | null {
  for (const of of BACK_FROM) {
    const id = rowNumber.safeParse(field(FIELDS[of]) ?? undefined);
    if (id.success) return { of, id: id.data };
  }
  return null;
}
