import { request } from '@playwright/test';
import { stateOf, type SampleRole } from './roles.ts';

const PASSWORD = 'grain by grain';

/** Signs each sample person in once and keeps the cookie for the suites. */
export default async function signInAll(): Promise<void> {
  const baseURL = process.env['PUBLIC_URL'];
  if (!baseURL) throw new Error('PUBLIC_URL is not set: run these tests through bin/test');
  for (const role of ['coordinator', 'helper', 'member'] satisfies SampleRole[]) {
    const browser = await request.newContext({ baseURL, extraHTTPHeaders: { origin: baseURL } });
    const answer = await browser.post('/sign-in', {
      form: { email: `${role}@hollinreach.example`, password: PASSWORD, then: '/' },
      maxRedirects: 0,
    });
    if (answer.status() !== 302) throw new Error(`${role} cannot sign in: ${answer.status()}`);
    await browser.storageState({ path: stateOf(role) });
    await browser.dispose();
  }
}
