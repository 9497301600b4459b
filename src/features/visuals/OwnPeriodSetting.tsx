'use client';
/** Days of a visual's own, whatever time controls say. */
import type { Visual } from '../../core/dashboard/document/document';
import { parsePhrase } from '../../core/period/parse';
import { AnchorSetting } from '../ui/AnchorSetting';
import { ChoiceSetting, TextSetting } from '../ui/fields';
import { useDocument } from '../workspace/workspace';

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
                    anchor: ownPeriod?.anchor ?? 'latest so far',
                    mode: mode === 'narrow' ? 'narrow' : 'replace',
                  },
          })
        }
      />
      {ownPeriod && (
        <>
          <TextSetting
            label="Own period"
            value={ownPeriod.phrase}
            check={problem}
            onChange={(phrase) => change({ ownPeriod: { ...ownPeriod, phrase: phrase.trim() } })}
          />
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
