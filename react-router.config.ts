import type { Config } from '@react-router/dev/config';

export default {
  appDirectory: 'app',
  ssr: true,
  future: { v8_middleware: true },
  // The whole map at once. Learnt path by path, a request that overtakes the learning of its path is taken for one of a page that does
  // not exist, and an error takes the place of the form (seen when packets are scanned fast).
  routeDiscovery: { mode: 'initial' },
} satisfies Config;
