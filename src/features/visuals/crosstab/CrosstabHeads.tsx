/** The heads of a crosstab's columns: periods, changes between them, the whole window. */
import { Fragment } from 'react';
import type { Measure } from '../../../core/model/model';
import { role } from '../../../theme/roles';
import { ComparedHeads } from './ComparedCells';
import type { CrosstabGround, DrawnPeriod } from './crosstabGround';
import { CHANGE_HEAD, ChoiceButton, head, name } from './crosstabParts';

const measureName = ({ name: measure, unit }: Measure) => (unit === '' ? measure : `${measure}, ${unit}`);

function PeriodName({
  ground: { answer, choice },
  period,
  bucket,
}: {
  ground: CrosstabGround;
  period: DrawnPeriod;
  bucket: number;
}) {
  if (!choice || !answer.buckets) return period.text;
  return (
    <ChoiceButton
      words={period.words}
      pressed={choice.isPeriodChosen(bucket)}
      onChoose={(add) => choice.choosePeriod(bucket, add)}
    >
      {period.text}
    </ChoiceButton>
  );
}

export function CrosstabHeads({ ground }: { ground: CrosstabGround }) {
  const { answer, measures, dimensions, heads, compared, periods } = ground;
  const several = measures.length > 1;
  const nameBelow = (measure: Measure) =>
    several && <span style={{ display: 'block' }}>{measureName(measure)}</span>;
  return (
    <thead>
      <tr>
        <th scope="col" style={{ ...head, ...name, top: 0, zIndex: 2, color: role.quiet }}>
          {dimensions.join(' › ')}
        </th>
        {periods.map((period, b) =>
          measures.map((measure, m) => (
            <Fragment key={`${b} ${m}`}>
              <th scope="col" style={head} title={period.words}>
                <PeriodName ground={ground} period={period} bucket={b} />
                {period.cut && ' (part)'}
                {heads && <span style={{ display: 'block', fontSize: 11 }}>{period.words}</span>}
                {nameBelow(measure)}
              </th>
              <ComparedHeads columns={compared} of={period.words} style={head} />
            </Fragment>
          )),
        )}
        {heads?.changes.map((change, c) =>
          measures.map((measure, m) => (
            <th key={`${c} ${m}`} scope="col" style={CHANGE_HEAD}>
              {change.text}
              <span style={{ display: 'block', fontSize: 11 }}>{change.words}</span>
              {nameBelow(measure)}
            </th>
          )),
        )}
        {heads === null &&
          measures.map((measure, m) => (
            <Fragment key={m}>
              <th scope="col" style={{ ...head, color: role.ink }}>
                {several || !answer.buckets
                  ? measureName(measure)
                  : `Window${measure.unit === '' ? '' : `, ${measure.unit}`}`}
              </th>
              <ComparedHeads columns={compared} of={measureName(measure)} style={head} />
            </Fragment>
          ))}
      </tr>
    </thead>
  );
}
