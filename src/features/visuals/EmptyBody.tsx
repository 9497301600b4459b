'use client';
/** What a visual says that has no row in its window: when there is data, and one click that leads there. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { dayWords, unitText } from '../../core/calendar/names';
import { kindOf } from '../../core/dashboard/document/controls';
import { titlesIn } from '../../core/dashboard/document/title';
import type { EmptyAnswer } from '../../core/dashboard/turn/answer';
import { runsWords } from '../../core/period/describe';
import { EMPTY_WORDS } from '../../core/period/resolvedWords';
import { useAnswers, useDocument, useHeld, useWorkspace } from '../workspace/workspace';
import { Centred } from './Centred';

export function EmptyBody({ answer }: { answer: EmptyAnswer }) {
  const { model, held } = useWorkspace();
  const picks = useHeld(({ state }) => state.picks);
  const document = useDocument();
  const { nearest } = answer;
  const titles = titlesIn(document, model);
  const emptied = useAnswers(
    (state) =>
      answer.acting.flatMap(({ control }) => {
        const own = state.controls[control];
        return own?.kind === 'period' && own.empty
          ? [`${own.text} has no day, ${EMPTY_WORDS[own.empty]}`]
          : [];
      })[0],
  );
  const noDaysReason = emptied ?? 'the windows of its time controls do not meet';
  const timelines = answer.acting
    .filter((entry) => entry.route.kind === 'role')
    .map((entry) => entry.control);
  const slicers = answer.acting
    .filter((entry) => entry.route.kind === 'column' || entry.route.kind === 'attribute')
    .map((entry) => entry.control);
  const sources = answer.acting
    .filter((entry) => entry.route.kind === 'pick' && picks?.[entry.control])
    .map((entry) => entry.control);
  const letBe = sources.length > 0 && (
    <Button onClick={() => sources.forEach((id) => held.pick(id, null))}>
      Let go of what is chosen on {sources.length === 1 ? 'the other visual' : 'other visuals'}
    </Button>
  );
  if (nearest === undefined) {
    return (
      <Centred>
        <Typography>
          No rows for these choices
          {answer.asked.length === 0 ? `: ${noDaysReason}` : ''}.
        </Typography>
        {answer.asked.length === 0 && timelines.length > 0 && (
          <Button onClick={() => timelines.slice(1).forEach((id) => held.clear(id))}>
            Let {titles.get(timelines[0]!)} decide alone
          </Button>
        )}
        {answer.asked.length > 0 && slicers.length > 0 && (
          <Button onClick={() => slicers.forEach((id) => held.clear(id))}>Show every value</Button>
        )}
        {letBe}
      </Centred>
    );
  }
  const level = document.controls.find((control) => control.id === timelines[0]);
  const unit = (level && kindOf(level).step?.(level)) ?? 'month';
  return (
    <Centred>
      <Typography>
        No data {runsWords(answer.asked, model.rule)}. Nearest: {dayWords(nearest)}.
      </Typography>
      {timelines.length > 0 && (
        <Button onClick={() => timelines.forEach((id) => held.hold(id, unitText(unit, nearest, model.rule)))}>
          Go there
        </Button>
      )}
      {letBe}
    </Centred>
  );
}
