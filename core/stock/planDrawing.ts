export interface Held {
  readonly id: number;
  /** In the lot's unit. */
  readonly balance: number;
  /** What one packet holds, in the lot's unit; null for loose seed. */
  readonly packetUnits: number | null;
}

export interface DrawingPlan {
  readonly take: readonly { readonly holding: number; readonly taken: number }[];
  /** A packet to open, and how much of it is needed; null where whole packets and loose seed suffice. */
  readonly open: { readonly holding: number; readonly each: number; readonly needed: number } | null;
}

/**
 * Which of a lot's holdings an amount is taken from: packets of the size asked for, then loose seed, then other packets whole, and for what
 * is left one packet is opened, the smallest that suffices. Packets are only ever taken whole.
 * @param amount wanted, in the lot's unit, above zero; @param packetUnits the size of packet that is handed out, if any is
 * @returns null where there is not as much
 */
export function planDrawing(holdings: readonly Held[], amount: number, packetUnits?: number): DrawingPlan | null {
  let wanted = amount;
  const left = new Map(holdings.map(({ id, balance }) => [id, balance]));
  const take: { holding: number; taken: number }[] = [];
  const draw = ({ id }: Held, taken: number) => {
    if (taken <= 0) return;
    take.push({ holding: id, taken });
    left.set(id, left.get(id)! - taken);
    wanted -= taken;
  };
  const whole = ({ balance, packetUnits: each }: Held) => Math.min(balance, Math.floor(wanted / each!) * each!);
  const packets = holdings.filter((one) => one.packetUnits !== null);
  const asked = packets.filter((one) => one.packetUnits === packetUnits);
  for (const one of asked) draw(one, whole(one));
  for (const one of holdings) if (one.packetUnits === null) draw(one, Math.min(wanted, one.balance));
  for (const one of packets) if (!asked.includes(one)) draw(one, whole(one));
  if (wanted === 0) return { take, open: null };
  const unopened = packets.filter(({ id }) => left.get(id)! > 0).sort((a, b) => a.packetUnits! - b.packetUnits!);
  const opened = unopened.find(({ packetUnits: each }) => each! >= wanted);
  return opened ? { take, open: { holding: opened.id, each: opened.packetUnits!, needed: wanted } } : null;
}
