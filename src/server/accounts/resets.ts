/** Links for new passwords: mailed to whoever forgot theirs, shown to an owner who asks for somebody. */
import { eq } from 'drizzle-orm';
import { serverConfig } from '../config';
import { database } from '../database/connection';
import { person } from '../database/accountSchema';
import { canMail } from '../mail';
import { Problem } from '../problem';
import { auth } from './auth';
import { linkMadeBy } from './shownLinks';

/** Makes a link by which a person chooses a new password. Throws a `Problem` where there is no such person. */
export async function resetLink(id: string): Promise<{ link: string; mailed: boolean }> {
  const [row] = await database().select({ email: person.email }).from(person).where(eq(person.id, id));
  if (!row) throw new Problem('no-such-person', 'There is no such person here.', 404);
  const redirectTo = `${serverConfig().team!.address}/new-password`;
  const link = await linkMadeBy(id, () =>
    auth().api.requestPasswordReset({ body: { email: row.email, redirectTo } }),
  );
  return { link, mailed: canMail() };
}
