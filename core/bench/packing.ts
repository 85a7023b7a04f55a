/** What clean seed makes in packets; seeds are whole, weights in milligrams. */
export interface Packing {
  readonly packets: number;
  readonly keptBack: number;
  /** What one packet takes out of the lot's own unit. */
  readonly each: number;
}

export type PackingAnswer =
  ({ readonly ok: true } & Packing) | { readonly ok: false; readonly why: 'more than there is'; readonly most: number };

/**
 * Packets of `content` out of `onHand` with `reserve` kept back, all in the lot's own unit.
 * @param wanted packets asked for; null for as many as there are. Throws RangeError when content is not above 0.
 */
export function packetsOf(onHand: number, content: number, reserve: number, wanted: number | null): PackingAnswer {
  if (!(content > 0)) throw new RangeError('a packet has something in it');
  const most = Math.max(0, Math.floor((onHand - reserve) / content));
  const packets = wanted ?? most;
  if (packets > most) return { ok: false, why: 'more than there is', most };
  return { ok: true, packets, keptBack: onHand - packets * content, each: content };
}
