import type { z } from 'zod';

/**
 * Reads the bytes of a JSON file by its format.
 * @returns what is in it, or null where it is no such file
 */
export function readJsonFile<Format extends z.ZodType>(format: Format, bytes: Uint8Array): z.output<Format> | null {
  try {
    return format.parse(JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)));
  } catch {
    return null;
  }
}
