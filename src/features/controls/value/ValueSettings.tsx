'use client';
/** The settings of a value control: its name in conditions, what it takes, what it begins with. */
import Typography from '@mui/material/Typography';
import type { ControlOf } from '../../../core/dashboard/document/controls';
import { PARAMETER_NAME, valueProblem } from '../../../core/dashboard/document/kinds/value';
import { conditionsUsing } from '../../../core/dashboard/reader/parameterUse';
import { ChoiceSetting, SwitchSetting, TextSetting } from '../../ui/fields';
import { useDesign, useWorkspace } from '../../workspace/workspace';
import { HoldSetting, RevealSetting } from '../RevealSetting';
import type { Change } from '../view';

type Value = ControlOf<'value'>;
const TYPES = [
  { value: 'number', label: 'A number' },
  { value: 'text', label: 'A text' },
  { value: 'date', label: 'A day' },
];

/** The values of a text that has semicolons between them, each once. */
const listed = (text: string) => [
  ...new Set(
    text
      .split(';')
      .map((entry) => entry.trim())
      .filter((entry) => entry !== ''),
  ),
];

export function ValueSettings({ control, change }: { control: Value; change: Change<Value> }) {
  const { held } = useWorkspace();
  const { document, model, titleOf } = useDesign();
  const others = document.controls.filter((entry) => entry.kind === 'value' && entry.id !== control.id);
  const users = conditionsUsing(document, model, control.name);
  const nameProblem = (text: string) => {
    if (!PARAMETER_NAME.test(text)) return 'Letters, digits and _, beginning with a letter.';
    return others.some((entry) => entry.kind === 'value' && entry.name === text)
      ? `There is a value control :${text} already.`
      : null;
  };
  const fits = (text: string) => valueProblem({ type: control.type, allowed: [] }, text);
  return (
    <>
      <TextSetting
        label="Name in conditions"
        value={control.name}
        helper={`There it is written :${control.name}`}
        check={nameProblem}
        onChange={(name) => change({ name })}
      />
      <ChoiceSetting
        label="Takes"
        value={control.type}
        options={TYPES}
        onChange={(type) => {
          change({
            type: type === 'text' || type === 'date' ? type : 'number',
            allowed: [],
            default: '',
          });
          held.restore(control.id);
        }}
      />
      <TextSetting
        label="Values to choose from"
        value={control.allowed.join('; ')}
        placeholder="any"
        helper="Separated by semicolons"
        check={(text) =>
          listed(text)
            .map(fits)
            .find((problem) => problem !== null) ?? null
        }
        onChange={(text) => {
          const allowed = listed(text).slice(0, 500);
          const isKept = allowed.length === 0 || allowed.includes(control.default);
          change({ allowed, default: isKept ? control.default : '' });
        }}
      />
      <TextSetting
        label="Readers begin with"
        value={control.default}
        placeholder="blank"
        check={(text) => valueProblem(control, text.trim())}
        onChange={(text) => change({ default: text.trim() })}
      />
      <SwitchSetting
        label="A value has to be given"
        checked={control.required}
        onChange={(required) => change({ required })}
      />
      <Typography variant="body2" color="textSecondary">
        {users.length === 0
          ? `No condition of this dashboard has :${control.name} yet.`
          : `Used by ${users.map(titleOf).join(', ')}.`}{' '}
        {control.required
          ? 'While it is blank, these conditions keep no row.'
          : 'While it is blank, these conditions are off.'}
      </Typography>
      <HoldSetting control={control} change={change} />
      <RevealSetting control={control} change={change} />
    </>
  );
}
