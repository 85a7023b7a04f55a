/** How long the pan swings after something was put on it, and how far at first, as a share of what changed. */
const SETTLES_MS = 350;
const SWINGS = 0.03;
const TURN_MS = 350;
/** The zero wanders by this much an hour. */
const DRIFT_PER_HOUR = 300;
const ERROR = 100;

/** A kitchen scale's pan as a formula of time: it swings after every change, its zero wanders, and it reads in tenths of a gram. */
export class Pan {
  #on = 0;
  #before = 0;
  #changedAt: number;
  #zeroAt: number;
  #tare = 0;
  #shaking = false;

  /** @param now instant in ms */
  constructor(now: number) {
    this.#changedAt = now - 60_000;
    this.#zeroAt = now;
  }

  put(milligrams: number, now: number): void {
    this.#before = this.#on;
    this.#on = milligrams;
    this.#changedAt = now;
  }

  /** The table is leant on: nothing comes to rest. */
  shake(shaking: boolean): void {
    this.#shaking = shaking;
  }

  tare(now: number): void {
    this.#tare = this.#on;
    this.#zeroAt = now;
  }

  /** What the scale says now, in milligrams, rounded as its display is. */
  read(now: number): { readonly steady: boolean; readonly milligrams: number; readonly error: number } {
    const since = now - this.#changedAt;
    const swing =
      (this.#on - this.#before) * SWINGS * Math.exp(-since / SETTLES_MS) * Math.cos((2 * Math.PI * since) / TURN_MS) +
      (this.#shaking ? 4_000 * Math.sin(now / 130) : 0);
    const drift = (DRIFT_PER_HOUR * (now - this.#zeroAt)) / 3_600_000;
    const shown = this.#on - this.#tare + swing + drift;
    return { steady: !this.#shaking && Math.abs(swing) < ERROR / 2, milligrams: Math.round(shown / ERROR) * ERROR, error: ERROR };
  }
}
