import { emailAddress } from '#contracts/fields.ts';
import { openDatabase } from '#data/database.ts';
import { clockFrom } from '#services/clock.server.ts';
import { letInSuccessor } from '#services/people/signIn.server.ts';
import { readSettings } from './settings.ts';

const [name = '', address = ''] = process.argv.slice(2);
const email = emailAddress.safeParse(address);

if (name.trim() === '' || !email.success) {
  process.stderr.write('Say who: bin/let-in "Una Sallow" una@example.org\n');
  process.exit(1);
}
const settings = readSettings(process.env);
const owner = openDatabase({ url: settings.ownerUrl, most: 1 });
try {
  const token = await letInSuccessor(owner, clockFrom(settings.clock)(), { name: name.trim(), email: email.data });
  process.stdout.write(
    `${name.trim()} is a coordinator now. Give them this link; it works once, for three days:\n  ${settings.publicUrl}/welcome/${token}\n`,
  );
} catch (error) {
  process.stderr.write(`Nobody was let in: ${(error as Error).message}\n`);
  process.exitCode = 1;
} finally {
  await owner.destroy();
}
