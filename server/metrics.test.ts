import { expect, test } from '@jest/globals';
import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { startMetrics } from './metrics.ts';

const listening = async (server: Server) => {
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  return (server.address() as AddressInfo).port;
};

test('measurements are told at their own address, by method and status, and no path with them', async () => {
  const server = createServer((_request, response) => response.writeHead(404).end('no'));
  const port = await listening(server);
  const free = createServer();
  const at = { host: '127.0.0.1', port: await listening(free) };
  free.close();
  await startMetrics(at, server);
  await (await fetch(`http://127.0.0.1:${port}/calendar/secret`)).text();
  const answer = await fetch(`http://127.0.0.1:${at.port}/metrics`);
  const told = await answer.text();
  expect(answer.headers.get('content-type')).toMatch(/^text\/plain/);
  expect(told).toMatch(/^kind_granary_answer_seconds_count\{method="GET",status="4xx"\} 1$/m);
  expect(told).toMatch(/^process_resident_memory_bytes \d+$/m);
  expect(told).not.toContain('secret');
  server.close();
});
