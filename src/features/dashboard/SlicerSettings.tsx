'use client';
/** The settings of a slicer. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { BLANK } from '../../core/dashboard/blank';
import { dimensionKey } from '../../core/dashboard/dimension';
import type { Slicer } from '../../core/dashboard/document';
import { ChoiceSetting, SwitchSetting } from './fields';
import { dimensionsIn, measureOptions, sameDimension } from './options';
import { HoldSetting, RevealSetting } from './TimeSettings';
import { useControlAnswer, useWorkspace } from './workspace';

const NATURAL = 'natural';

export function SlicerSettings({
  slicer,
  change,
}: {
  slicer: Slicer;
  change: (part: Partial<Slicer>) => void;
}) {
  const { model, reader } = useWorkspace();
  const answer = useControlAnswer(slicer.id);
  const chosen = answer?.kind === 'slicer' ? answer.choice : [];
  const differs = JSON.stringify(chosen) !== JSON.stringify(slicer.default);
  const options = dimensionsIn(model);
  return (
    <>
      <ChoiceSetting
        label="Values of"
        value={dimensionKey(sameDimension(model, slicer.dimension))}
        options={options.map(({ dimension, label }) => ({ value: dimensionKey(dimension), label }))}
        onChange={(key) => {
          const chosen = options.find(({ dimension }) => dimensionKey(dimension) === key);
          if (!chosen) return;
          change({ dimension: chosen.dimension, default: [] });
          reader.setChoice(slicer.id, null);
        }}
      />
      <SwitchSetting
        label="Several values can be chosen"
        checked={slicer.several}
        onChange={(several) =>
          change({ several, default: several ? slicer.default : slicer.default.slice(0, 1) })
        }
      />
      <ChoiceSetting
        label="Face"
        value={slicer.face}
        options={[
          { value: 'list', label: 'List' },
          { value: 'menu', label: 'Menu' },
          { value: 'buttons', label: 'Buttons' },
        ]}
        onChange={(face) => change({ face: face === 'menu' || face === 'buttons' ? face : 'list' })}
      />
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
      <ChoiceSetting
        label="Order of values"
        value={slicer.orderBy ? `${slicer.orderBy.dataset}/${slicer.orderBy.measure}` : NATURAL}
        options={[{ value: NATURAL, label: 'By name, or as the almanac has it' }, ...measureOptions(model)]}
        onChange={(text) => {
          const [dataset, measure] = text.split('/');
          change({ orderBy: dataset && measure ? { dataset, measure } : null });
        }}
      />
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
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Readers begin with{' '}
        {slicer.default.length === 0
          ? 'every value'
          : slicer.default.map((value) => value ?? BLANK).join(', ')}
        .
      </Typography>
      {differs && (
        <Button
          onClick={() => {
            change({ default: [...chosen] });
            reader.setChoice(slicer.id, null);
          }}
        >
          Begin with what is chosen now
        </Button>
      )}
      <HoldSetting control={slicer} change={change} />
      <RevealSetting control={slicer} change={change} />
    </>
  );
}
