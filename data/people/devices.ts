import type { AccountId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** Whether the account of this address was signed in to on this device before. */
export async function isDeviceKnown(db: Db, tokenHash: Buffer, email: string): Promise<boolean> {
  const row = await db
    .selectFrom('known_device')
    .innerJoin('account', 'account.id', 'known_device.account_id')
    .select('account.id')
    .where('token_hash', '=', tokenHash)
    .where((eb) => eb(eb.fn('lower', ['account.email']), '=', email.toLowerCase()))
    .executeTakeFirst();
  return row !== undefined;
}

export async function knowDevice(db: Db, device: { tokenHash: Buffer; accountId: AccountId; seenAt: Date }): Promise<void> {
  await db
    .insertInto('known_device')
    .values({ token_hash: device.tokenHash, account_id: device.accountId, seen_at: device.seenAt })
    .onConflict((conflict) => conflict.columns(['token_hash', 'account_id']).doUpdateSet({ seen_at: device.seenAt }))
    .execute();
}

export async function forgetDevices(db: Db, accountId: AccountId): Promise<void> {
  await db.deleteFrom('known_device').where('account_id', '=', accountId).execute();
}
