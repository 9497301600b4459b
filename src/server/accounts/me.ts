/** Who asks, as the interface has to know it. */
import type { Me } from '../../contract/people';
import type { Caller } from '../caller';
import { serverConfig } from '../config';
import { eq } from 'drizzle-orm';
import { database } from '../database/connection';
import { person } from '../database/accountSchema';

export async function meOf(caller: Caller): Promise<Me> {
  const { team } = serverConfig();
  const [row] =
    caller.person === null
      ? []
      : await database()
          .select({
            id: person.id,
            name: person.name,
            email: person.email,
            hasSecondFactor: person.twoFactorEnabled,
          })
          .from(person)
          .where(eq(person.id, caller.person));
  return {
    accounts: team !== undefined,
    person: row ?? null,
    role: caller.role,
    provider: team?.openId?.name ?? null,
    requiresSecondFactor: team?.requiresSecondFactor ?? false,
    lacksSecondFactor: caller.kind === 'unsecured',
  };
}
