import { z } from 'zod';
import {
  actKey,
  emailAddress,
  maybeEmail,
  maybeWords,
  monthDay,
  newPassword,
  rowVersion,
  tick,
  timeZone,
  words,
} from '#contracts/fields.ts';
import { ROLES } from '#core/people/may.ts';

export const signInForm = z.object({
  email: emailAddress,
  password: z.string({ error: 'Type your password' }).max(200),
  then: z.string().max(500).optional(),
});

const personFields = {
  name: words(120, 'Write the name'),
  email: maybeEmail,
  phone: maybeWords(40),
  note: maybeWords(500),
  isMember: tick,
};

export const addPersonForm = z.object({ key: actKey, ...personFields });
export const editPersonForm = z.object({ key: actKey, version: rowVersion, ...personFields });
export const grantForm = z.object({ key: actKey, email: emailAddress, role: z.enum(ROLES, { error: 'Choose what they may do' }) });

export const endAccessForm = z.object({ key: actKey, erase: tick });

/** Choosing a password; the very first coordinator also says who they are. */
export const welcomeForm = z
  .object({ password: newPassword, again: z.string({ error: 'Type it again' }) })
  .refine(({ password, again }) => password === again, { path: ['again'], message: 'The two are not the same' });
export const firstWelcomeForm = z
  .object({
    name: words(120, 'Write your name'),
    email: emailAddress,
    house: words(120, 'What is your library called?'),
    password: newPassword,
    again: z.string({ error: 'Type it again' }),
  })
  .refine(({ password, again }) => password === again, { path: ['again'], message: 'The two are not the same' });

const share = (what: string) =>
  z
    .number({ error: `${what}: a number from 1 to 99` })
    .min(1, 'At least 1 %')
    .max(99, 'At most 99 %');

const count = (what: string) =>
  z
    .int({ error: `${what}: a whole number` })
    .min(0, 'Not less than none')
    .max(10_000, 'Check the number');

export const houseForm = z
  .object({
    key: actKey,
    version: rowVersion,
    name: words(120, 'What is the library called?'),
    timeZone,
    lastFrost: monthDay,
    firstFrost: monthDay,
    lendingOpens: monthDay,
    sowingStarts: monthDay,
    units: z.enum(['metric', 'imperial'], { error: 'Choose the units' }),
    hemisphere: z.enum(['northern', 'southern'], { error: 'Choose the hemisphere' }),
    lend: share('May be lent from'),
    full: share('Full strength from'),
    trays: count('Trays and screens'),
    jars: count('Jars'),
    hours: z.number({ error: 'Hours a week' }).min(0, 'Not less than none').max(1000, 'Check the number'),
    currency: z
      .string({ error: 'Three letters, like EUR' })
      .trim()
      .toUpperCase()
      .regex(/^[A-Z]{3}$/, 'Three letters, like EUR'),
    packetPrice: z.number({ error: 'What does a bought packet cost?' }).min(0, 'Not less than nothing').max(10_000, 'Check the price'),
    cropPrices: z.string().max(5000, 'Fewer lines, please').optional(),
    cropThresholds: z.string().max(5000, 'Fewer lines, please').optional(),
    sureness: share('Sureness').min(51, 'Sure means more likely than not: above 50 %'),
  })
  .refine(({ lend, full }) => lend < full, { path: ['full'], message: 'Full strength is above the share from which seed may be lent' });
