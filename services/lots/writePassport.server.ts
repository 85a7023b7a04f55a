import { storedPassport } from '#contracts/intake/passport.ts';
import { recordPassport } from '#data/lots/passports.ts';

/** Writes a lot's passport down, and nothing that could not be read again. @throws ZodError where the answers are none: a fault of the code, not of what was said */
export const writePassport: typeof recordPassport = async (tx, passport) =>
  recordPassport(tx, { ...passport, answers: storedPassport.parse(passport.answers) });
