import { calendarRuleSchema } from '../../../../core/calendar/rule';
import { changesUnder } from '../../../../server/almanac/ruleChange';
import { readBody, respond } from '../../../../server/http';

/** What another calendar rule would move, before it is saved. */
export function POST(request: Request) {
  return respond(request, async () => changesUnder(await readBody(request, calendarRuleSchema)));
}
