'use client';
/** Days of a visual's own, whatever time controls say. */
import type { Visual } from '../../core/dashboard/document/document';
import { AnchorSetting } from '../ui/AnchorSetting';
import { ChoiceSetting } from '../ui/fields';
import { PeriodSetting } from '../ui/PeriodSetting';
import { useDocument, useVisualAnswer, useWorkspace } from '../workspace/workspace';

const NONE = 'none';

export function OwnPeriodSetting({
  visual,
  change,
}: {
  visual: Visual;
  change: (part: Partial<Visual>) => void;
}) {
  const { ownPeriod } = visual;
  const document = useDocument();
  const { model } = useWorkspace();
  const answer = useVisualAnswer(visual.id);
  const context = answer && 'own' in answer ? answer.own : undefined;
  return (
    <>
      <ChoiceSetting
        label="Period"
        value={ownPeriod?.mode ?? NONE}
        options={[
          { value: NONE, label: 'As wired time controls say' },
          { value: 'replace', label: 'Its own, whatever they say' },
          { value: 'narrow', label: 'Its own, narrowed by them' },
        ]}
        onChange={(mode) =>
          change({
            ownPeriod:
              mode === NONE
                ? null
                : {
                    phrase: ownPeriod?.phrase ?? 'last 28 days',
                    named: ownPeriod?.named ?? null,
                    anchor: ownPeriod?.anchor ?? 'latest so far',
                    mode: mode === 'narrow' ? 'narrow' : 'replace',
                  },
          })
        }
      />
      {ownPeriod && (
        <>
          {context && (
            <PeriodSetting
              label="Own period"
              value={ownPeriod}
              known={model.periods}
              context={context}
              words={(now, later) => `Now it shows ${now}; in a month ${later}.`}
              onChange={(period) => change({ ownPeriod: { ...ownPeriod, ...period } })}
            />
          )}
          <AnchorSetting
            value={ownPeriod.anchor}
            inherited={document.anchor}
            onChange={(anchor) => change({ ownPeriod: { ...ownPeriod, anchor } })}
          />
        </>
      )}
    </>
  );
}
