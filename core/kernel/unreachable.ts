/** Makes a `switch` over a tagged union provably complete: the compiler refuses a case that was left out. Throws if reached. */
export function unreachable(value: never): never {
  throw new RangeError(`Unexpected value: ${JSON.stringify(value)}`);
}
