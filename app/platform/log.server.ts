import { pino } from 'pino';

/** One JSON line an event, on standard output; `LOG_LEVEL` sets how much. */
export const log = pino({ level: process.env['LOG_LEVEL'] ?? 'info' });
