import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readExceptions } from '#devices/elsewhere.ts';
import { readAddress, readAddresses } from '#devices/line.ts';

/** What the environment says of this server; docs/operator.md lists it. */
export interface Settings {
  readonly databaseUrl: string;
  readonly ownerUrl: string;
  /** Set where one login both owns the tables and serves: the server steps down to this role. */
  readonly role: string | undefined;
  readonly host: string;
  readonly port: number;
  readonly publicUrl: string;
  readonly trustedProxies: number;
  /** Where measurements are to be had; undefined for nowhere. */
  readonly metrics: { readonly host: string; readonly port: number } | undefined;
  readonly timeZone: string;
  /** ISO 8601 instant at which the server's clock starts, for tests; undefined for the machine's time. */
  readonly clock: string | undefined;
  /** `host:port` of the devices, of scales and printers also several by name, or the stand-ins that this server starts. */
  readonly devices: 'stand-ins' | Readonly<Partial<Record<DeviceName, string>>>;
  /** Where the stand-in printer keeps what it printed. */
  readonly prints: string;
}

/** A device, and the variable that says where it is. */
export const DEVICE_VARIABLES = { scale: 'SCALE', jar: 'JAR_HYGROMETER', room: 'ROOM_LOGGER', printer: 'LABEL_PRINTER' } as const;
type DeviceName = keyof typeof DEVICE_VARIABLES;

/** Where the devices are. Throws Error with a line for the operator when an address makes no sense. */
function readDevices(environment: NodeJS.ProcessEnv): Settings['devices'] {
  if (environment['DEVICES'] === 'stand-ins') return 'stand-ins';
  const named = Object.entries(DEVICE_VARIABLES).flatMap(([device, variable]) => {
    const address = environment[variable];
    if (address) (device === 'scale' || device === 'printer' ? readAddresses : readAddress)(address);
    return address ? [[device, address] as const] : [];
  });
  return Object.fromEntries(named);
}

/** The role that holds the application's rights; logins of one's own are made members of it. */
const APPLICATION_ROLE = 'kind_granary_app';

/** `host:port` at which measurements are to be had. */
function readMetrics(address: string | undefined): Settings['metrics'] {
  return address ? readAddress(address) : undefined;
}

/** Reads and checks the settings. Throws Error with a line for the operator when one is missing or makes no sense. */
export function readSettings(environment: NodeJS.ProcessEnv): Settings {
  const databaseUrl = environment['DATABASE_URL'];
  if (!databaseUrl)
    throw new Error('DATABASE_URL is not set. Say which PostgreSQL to serve from, for example postgresql://granary@127.0.0.1/granary');
  const port = Number(environment['PORT'] ?? 4747);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Error(`PORT is "${environment['PORT']}": it must be a number from 1 to 65535`);
  const host = environment['HOST'] ?? '127.0.0.1';
  const publicUrl = environment['PUBLIC_URL'] ?? `http://${host}:${port}`;
  if (!URL.canParse(publicUrl)) throw new Error(`PUBLIC_URL is "${publicUrl}": it must be a whole address, like https://seeds.example.org`);
  readExceptions(environment['LISTINGS_FROM_LOOPBACK'] ?? '');
  const ownerUrl = environment['OWNER_DATABASE_URL'];
  return {
    databaseUrl,
    ownerUrl: ownerUrl ?? databaseUrl,
    role: ownerUrl ? undefined : APPLICATION_ROLE,
    host,
    port,
    publicUrl: new URL(publicUrl).origin,
    trustedProxies: Number(environment['TRUSTED_PROXIES'] ?? 0),
    metrics: readMetrics(environment['METRICS']),
    timeZone: environment['TZ'] ?? 'Etc/UTC',
    clock: environment['CLOCK'] || undefined,
    devices: readDevices(environment),
    prints: environment['PRINTS'] ?? join(tmpdir(), 'kind-granary-prints'),
  };
}
