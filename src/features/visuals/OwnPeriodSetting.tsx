'use client';
/** Days of a visual's own, whatever time controls say. */
import type { Visual } from '../../core/dashboard/document/document';
import { parsePhrase } from '../../core/period/parse';
import { ChoiceSetting, TextSetting } from '../ui/fields';

const NONE = 'none';

export function OwnPeriodSetting({
  visual,
  change,
}: {
  visual: Visual;
  change: (part: Partial<Visual>) => void;
}) {
  const { ownPeriod } = visual;
  const problem = (text: string) => {
    const parsed = parsePhrase(text);
    return parsed.ok ? null : parsed.error.message;
  };
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
                    anchor: ownPeriod?.anchor ?? 'latest',
                    mode: mode === 'narrow' ? 'narrow' : 'replace',
                  },
          })
        }
      />
      {ownPeriod && (
        <TextSetting
          label="Own period"
          value={ownPeriod.phrase}
          check={problem}
          helper={
            ownPeriod.anchor === 'latest'
              ? 'counted from the latest day with data'
              : 'counted as the dashboard says'
          }
          onChange={(phrase) => change({ ownPeriod: { ...ownPeriod, phrase: phrase.trim() } })}
        />
      )}
    </>
  );
}
