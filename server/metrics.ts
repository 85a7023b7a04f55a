import { createServer, type Server } from 'node:http';
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client';

/** Seconds, from what nobody notices to what nobody waits for. */
const BUCKETS = [0.01, 0.03, 0.1, 0.2, 0.5, 1, 3, 10];

/**
 * Measures a server, and tells whoever asks at an address of its own, in the usual text format: what the process takes, and how
 * long answers took by method and status. No path is told: paths hold lots, and secrets of calendars.
 */
export async function startMetrics(at: { readonly host: string; readonly port: number }, server: Server): Promise<void> {
  const register = new Registry();
  collectDefaultMetrics({ register });
  const took = new Histogram({
    name: 'kind_granary_answer_seconds',
    help: 'How long answers took, until their last byte',
    labelNames: ['method', 'status'],
    buckets: BUCKETS,
    registers: [register],
  });
  server.prependListener('request', (request, response) => {
    const stop = took.startTimer();
    response.once('close', () => stop({ method: request.method ?? '', status: `${Math.floor(response.statusCode / 100)}xx` }));
  });
  const teller = createServer((_request, response) => {
    void register.metrics().then((text) => {
      response.setHeader('content-type', register.contentType);
      response.end(text);
    });
  });
  await new Promise<void>((resolve, reject) => {
    teller.once('error', reject);
    teller.listen(at.port, at.host, resolve);
  });
  teller.unref();
}
