import { sql } from 'kysely';

// Conditions on a row of `grow_out`, for every query that asks how one stands.

/** Whether a step after which nothing more comes of it has been taken. */
export const hasEnded = sql<boolean>`exists (select from grow_out_step as ended where ended.grow_out_id = grow_out.id and ended.step in ('dropped', 'failed', 'back'))`;

export const isOpen = sql<boolean>`not ${hasEnded}`;

/** Whether its seed is still in the house and kept for it: it may have been offered, agreed or declined, and nothing beyond. */
export const holdsSeed = sql<boolean>`not exists (select from grow_out_step as beyond where beyond.grow_out_id = grow_out.id and beyond.step not in ('offered', 'agreed', 'declined'))`;
