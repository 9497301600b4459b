import { calendarRuleSchema } from '../../../core/calendar/rule';
import { readAlmanac, saveRule } from '../../../server/almanac/almanac';
import { listSets } from '../../../server/almanac/specialSets';
import { serverConfig } from '../../../server/config';
import { checkBasis, readBody, respond } from '../../../server/http';

export const dynamic = 'force-dynamic';

/** The calendar rule, the span of the table of days, its special days, and the sets they come from. */
export function GET(request: Request) {
  return respond(request, async () => ({
    ...(await readAlmanac()),
    sets: await listSets(),
    pinnedToday: serverConfig().pinnedToday ?? null,
  }));
}

/** Stores another calendar rule; the table of days is rebuilt in one transaction. */
export function PUT(request: Request) {
  return respond(request, async () => {
    checkBasis(request, (await readAlmanac()).rule);
    await saveRule(await readBody(request, calendarRuleSchema));
    return readAlmanac();
  });
}
