import { yearOf } from '#core/calendar/plainDate.ts';
import { CLIMATES, GARDENS, LOGGER_HANGS_IN, PLACES, SAMPLE_ACCOUNTS } from '../scenario.ts';
import type { Loading } from './loading.ts';
import { addRows } from './rows.ts';

/** People with their accounts, gardens, and places with what they are like. */
export async function loadPeople(loading: Loading): Promise<void> {
  loading.personIds = await addRows(
    loading.tx,
    'person',
    loading.library.people.map(({ name, isMember, phone, note }) => ({ name, is_member: isMember, phone, note, email: null })),
  );
  const accounts = SAMPLE_ACCOUNTS.map(({ email, role }, index) => ({
    person_id: loading.personIds[index]!,
    email,
    role,
    password_hash: loading.passwordHash,
  }));
  [, loading.helperAccount = null] = await addRows(loading.tx, 'account', accounts);
  loading.gardenIds = await addRows(
    loading.tx,
    'garden',
    GARDENS.map(({ name, ...place }) => ({ name, person_id: null, ...place })),
  );
  loading.placeIds = await addRows(
    loading.tx,
    'place',
    PLACES.map((name, place) => ({ name, has_logger: place === LOGGER_HANGS_IN })),
  );
  await addRows(
    loading.tx,
    'place_climate',
    CLIMATES.map(({ place, yearsBack, on, ...climate }) => {
      const since = `${yearOf(loading.today) - yearsBack}-${on}`;
      return {
        ...climate,
        place_id: loading.placeIds[place]!,
        since,
        written_by: null,
        act_key: loading.act('air of a place', PLACES[place]!, since),
      };
    }),
  );
}
