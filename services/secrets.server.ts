import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** A new secret to hand out, and the digest to keep: what lies in the database opens nothing. */
export function newToken(): { token: string; tokenHash: Buffer } {
  const token = randomBytes(32).toString('base64url');
  return { token, tokenHash: hashToken(token) };
}

export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** argon2id with the library's defaults (19 MiB, 2 passes), which follow the current recommendation. */
export function hashPassword(password: string): Promise<string> {
  return hash(password);
}

let nobodysHash: Promise<string> | undefined;

/** Checks a password; without a hash it takes as long as with one, so that timing tells nobody which addresses exist. */
export async function passwordFits(password: string, passwordHash: string | null): Promise<boolean> {
  nobodysHash ??= hashPassword(newToken().token);
  const fits = await verify(passwordHash ?? (await nobodysHash), password);
  return fits && passwordHash !== null;
}
