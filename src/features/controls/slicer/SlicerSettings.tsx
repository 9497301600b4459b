'use client';
/** The settings of a slicer. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { BLANK } from '../../../core/model/blank';
import { pathOf as slicerPath } from '../../../core/dashboard/reader/treePath';
import { canonicalDimension, dimensionKey, isAttribute } from '../../../core/model/dimension';
import { SLICER_SWITCHES } from '../../../core/dashboard/document/kinds/slicer';
import type { Slicer } from '../../../core/dashboard/document/document';
import { DimensionSetting } from '../../ui/DimensionSetting';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../../ui/fields';
import { dimensionsIn } from '../../ui/options';
import { SaveDefinition } from './SaveDefinition';
import { OptionalMeasure } from '../OptionalMeasure';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import { useControlAnswer, useWorkspace } from '../../workspace/workspace';

/** Levels of a tree below the first, at most. */
const MOST_BELOW = 3;

const SWITCH_LABELS: Record<(typeof SLICER_SWITCHES)[number], string> = {
  'keep or leave out': 'Readers may keep or leave out',
  'kind of search': 'Readers may choose how to search',
};

const valueName = (value: string | null) =>
  (slicerPath(value) ?? [value]).map((part) => part ?? BLANK).join(' › ');

/** The levels of a tree below the first. */
function TreeLevels({ slicer, onChange }: { slicer: Slicer; onChange: (below: Slicer['below']) => void }) {
  const { model } = useWorkspace();
  const levels = [...slicer.below, ...(slicer.below.length < MOST_BELOW ? [null] : [])];
  return levels.map((level, i) => (
    <DimensionSetting
      model={model}
      key={i}
      label={`Level ${i + 2}`}
      value={level}
      none="None"
      onChange={(dimension) => {
        const below = [...slicer.below];
        if (dimension && !isAttribute(dimension)) below[i] = dimension;
        else below.splice(i, 1);
        onChange(below);
      }}
    />
  ));
}

type ChangeSlicer = (part: Partial<Slicer>) => void;

interface PartProps {
  readonly slicer: Slicer;
  readonly change: ChangeSlicer;
}

/** How its values are shown. `reset` is a change after which values mean something else. */
function FaceSettings({ slicer, change, reset }: PartProps & { readonly reset: ChangeSlicer }) {
  const changeFace = (text: string) => {
    const face = (['list', 'menu', 'buttons', 'tree'] as const).find((entry) => entry === text) ?? 'list';
    if ((face === 'tree') !== (slicer.face === 'tree')) reset({ face });
    else change({ face });
  };
  return (
    <>
      <ChoiceSetting
        label="Shown as"
        value={slicer.face}
        options={[
          { value: 'list', label: 'List' },
          { value: 'menu', label: 'Menu' },
          { value: 'buttons', label: 'Buttons' },
          { value: 'tree', label: 'Tree of several dimensions' },
        ]}
        onChange={(face) => changeFace(face)}
      />
      {slicer.face === 'tree' && !isAttribute(slicer.dimension) && (
        <TreeLevels slicer={slicer} onChange={(below) => reset({ below })} />
      )}
      {slicer.face !== 'tree' && (
        <TextSetting
          label="Values offered always"
          value={slicer.custom.join('; ')}
          placeholder="none beside those of the data"
          helper="Separated by semicolons"
          onChange={(text) =>
            change({
              custom: [...new Set(text.split(';').map((value) => value.trim()))]
                .filter((value) => value !== '' && value.length <= 500)
                .slice(0, 200),
            })
          }
        />
      )}
    </>
  );
}

function OrderSettings({ slicer, change }: PartProps) {
  return (
    <>
      <OptionalMeasure
        label="Order of values"
        none="By name, or as the almanac has it"
        value={slicer.orderBy}
        onChange={(orderBy) => change({ orderBy })}
      />
      {slicer.orderBy && (
        <ChoiceSetting
          label="First"
          value={slicer.orderFirst}
          options={[
            { value: 'greatest', label: 'The greatest' },
            { value: 'least', label: 'The least' },
          ]}
          onChange={(first) => change({ orderFirst: first === 'least' ? 'least' : 'greatest' })}
        />
      )}
    </>
  );
}

/** What readers may do with it. */
function ReaderSettings({ slicer, change }: PartProps) {
  return (
    <>
      {SLICER_SWITCHES.map((which) => (
        <SwitchSetting
          key={which}
          label={SWITCH_LABELS[which]}
          checked={slicer.readers.includes(which)}
          onChange={(on) =>
            change({
              readers: SLICER_SWITCHES.filter((e) => (e === which ? on : slicer.readers.includes(e))),
            })
          }
        />
      ))}
      <ChoiceSetting
        label="Search finds what"
        value={slicer.search}
        options={(['contains', 'begins with', 'ends with'] as const).map((value) => ({
          value,
          label: `${value} the text`,
        }))}
        onChange={(value) =>
          change({ search: value === 'begins with' || value === 'ends with' ? value : 'contains' })
        }
      />
    </>
  );
}

/** What readers begin with. */
function DefaultSetting({
  slicer,
  chosen,
  change,
}: PartProps & { readonly chosen: readonly (string | null)[] }) {
  const { held } = useWorkspace();
  const differs = JSON.stringify(chosen) !== JSON.stringify(slicer.default);
  return (
    <>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Readers begin with{' '}
        {slicer.default.length === 0 ? 'every value' : slicer.default.map(valueName).join(', ')}.
      </Typography>
      {differs && (
        <Button
          onClick={() => {
            change({ default: [...chosen] });
            held.restore(slicer.id);
          }}
        >
          Begin with what is chosen now
        </Button>
      )}
    </>
  );
}

export function SlicerSettings({
  control: slicer,
  change,
}: {
  control: Slicer;
  change: (part: Partial<Slicer>) => void;
}) {
  const { model, held } = useWorkspace();
  const answer = useControlAnswer(slicer.id);
  const chosen = answer?.kind === 'slicer' ? answer.choice : [];
  const options = dimensionsIn(model);
  /** A change after which values mean something else: what was chosen goes. */
  const reset = (part: Partial<Slicer>) => {
    change({ ...part, default: [] });
    held.restore(slicer.id);
  };
  return (
    <>
      <ChoiceSetting
        label="Values of"
        value={dimensionKey(canonicalDimension(model, slicer.dimension))}
        options={options.map(({ dimension, label }) => ({ value: dimensionKey(dimension), label }))}
        onChange={(key) => {
          const chosen = options.find(({ dimension }) => dimensionKey(dimension) === key);
          if (!chosen) return;
          reset({ dimension: chosen.dimension });
        }}
      />
      <SwitchSetting
        label="Several values can be chosen"
        checked={slicer.several}
        onChange={(several) =>
          change({ several, default: several ? slicer.default : slicer.default.slice(0, 1) })
        }
      />
      <FaceSettings slicer={slicer} change={change} reset={reset} />
      <ChoiceSetting
        label="Chosen values are"
        value={slicer.exclude ? 'out' : 'in'}
        options={[
          { value: 'in', label: 'kept' },
          { value: 'out', label: 'left out' },
        ]}
        onChange={(value) => change({ exclude: value === 'out' })}
      />
      <SwitchSetting
        label="A value has to be chosen"
        checked={slicer.required}
        onChange={(required) => change({ required })}
      />
      <OrderSettings slicer={slicer} change={change} />
      <ReaderSettings slicer={slicer} change={change} />
      <SwitchSetting
        label="Show rows of each value"
        checked={slicer.counts}
        onChange={(counts) => change({ counts })}
      />
      <SwitchSetting
        label="Hide values without data"
        checked={slicer.unavailable === 'hidden'}
        onChange={(hidden) => change({ unavailable: hidden ? 'hidden' : 'struck' })}
      />
      <DefaultSetting slicer={slicer} chosen={chosen} change={change} />
      <SaveDefinition slicer={slicer} chosen={chosen} />
      <HoldSetting control={slicer} change={change} />
      <RevealSetting control={slicer} change={change} />
    </>
  );
}
