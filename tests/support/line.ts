import { connect, createServer, type Server, type Socket } from 'node:net';

/** Stands between the server and PostgreSQL, and can be taken away. */
export class Line {
  readonly #to: { host: string; port: number };
  readonly #open = new Set<Socket>();
  #server: Server | null = null;
  port = 0;

  constructor(to: { host: string; port: number }) {
    this.#to = to;
  }

  up(): Promise<void> {
    this.#server = createServer((near) => {
      const far = connect(this.#to);
      for (const [one, other] of [
        [near, far],
        [far, near],
      ] as const) {
        this.#open.add(one);
        one.on('error', () => other.destroy()).on('close', () => other.destroy());
        one.pipe(other);
      }
    });
    return new Promise((resolve) =>
      this.#server!.listen(this.port, '127.0.0.1', () => {
        this.port = (this.#server!.address() as { port: number }).port;
        resolve();
      }),
    );
  }

  async down(): Promise<void> {
    for (const socket of this.#open) socket.destroy();
    this.#open.clear();
    await new Promise((resolve) => this.#server!.close(resolve));
  }
}
