import { rowRuleSchema } from '../../../../contract/rowRules';
import { removeRule, saveRule } from '../../../../server/accounts/rowRules';
import { idFrom, readBody, respond } from '../../../../server/http';

type Context = { params: Promise<{ id: string }> };

export function PUT(request: Request, { params }: Context) {
  return respond(request, async () => ({
    id: await saveRule(idFrom((await params).id), await readBody(request, rowRuleSchema)),
  }));
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => removeRule(idFrom((await params).id)));
}
