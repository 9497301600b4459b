'use client';
/** Conditions as readers meet them: each can be switched on and off, and, where allowed, one of their own typed. */
import type { ConditionAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { blankIn } from '../../../core/dashboard/reader/parameter';
import { entryText } from '../../../core/dashboard/document/kinds/condition';
import type { ConditionEntry } from '../../../core/dashboard/document/kinds/condition';
import type { ConditionControl } from '../../../core/dashboard/document/document';
import { definitionOf } from '../../../core/model/model';
import { phraseStyle, quietStyle, role } from '../../../theme/roles';
import { useControlHeld, useParameters, useWorkspace } from '../../workspace/workspace';
import { ConditionField } from '../../ui/ConditionField';
import { OffSwitch } from '../OffSwitch';
import { HeldChanges } from '../PeriodParts';
import { ItemHead } from '../../ui/ItemHead';

export function ConditionsControl({
  control,
  title,
  answer,
}: {
  control: ConditionControl;
  title: string;
  answer: ConditionAnswer;
}) {
  const { model, held: store } = useWorkspace();
  const { value: held, isOff } = useControlHeld(control);
  const parameters = useParameters();
  const several = control.groups.length > 1;
  const toggle = (entry: string) =>
    store.hold(control.id, {
      ...held,
      on: held.on.includes(entry) ? held.on.filter((id) => id !== entry) : [...held.on, entry],
    });
  const problemOf = (entry: string | null) =>
    answer.problems.find((problem) => problem.entry === entry)?.message;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, gap: 4 }}>
      <ItemHead title={title}>
        <OffSwitch id={control.id} title={title} />
      </ItemHead>
      <div style={{ flex: 1, minHeight: 0, overflowY: 'auto', opacity: isOff ? 0.45 : 1 }}>
        {control.groups.map((group, g) => (
          <fieldset
            key={g}
            style={{
              border: 0,
              borderLeft: `3px solid ${role.choiceTint}`,
              margin: '0 0 4px',
              padding: '0 0 0 8px',
            }}
          >
            <legend style={{ ...quietStyle, fontSize: 11, padding: 0 }}>
              {g > 0 && `${control.join === 'all' ? 'and' : 'or'} `}
              {(several || group.entries.length > 1) && (group.join === 'all' ? 'all of' : 'any of')}
            </legend>
            {group.entries.map((entry) => (
              <Entry
                key={entry.id}
                name={nameOf(entry)}
                text={entryText(model, control.dataset, entry) ?? ''}
                isOn={held.on.includes(entry.id)}
                problem={held.on.includes(entry.id) ? problemOf(entry.id) : undefined}
                blank={blankIn(entryText(model, control.dataset, entry) ?? '', parameters)}
                onToggle={() => toggle(entry.id)}
              />
            ))}
          </fieldset>
        ))}
        {control.open && (
          <ConditionField
            label={control.groups.length > 0 ? 'And a condition of your own' : 'Condition'}
            value={held.own}
            model={model}
            dataset={control.dataset}
            parameters={parameters}
            onCommit={(own) => store.hold(control.id, { ...held, own })}
          />
        )}
      </div>
      <HeldChanges id={control.id} />
    </div>
  );

  function nameOf(entry: ConditionEntry): string {
    const definition = entry.definition === null ? undefined : definitionOf(model, entry.definition);
    return entry.name || definition?.name || entry.sql || 'a definition that is gone';
  }
}

function Entry({
  name,
  text,
  isOn,
  problem,
  blank,
  onToggle,
}: {
  name: string;
  text: string;
  isOn: boolean;
  problem: string | undefined;
  /** The parameter without a value that switches it off. */
  blank: string | undefined;
  onToggle: () => void;
}) {
  return (
    <label
      style={{ display: 'flex', gap: 8, alignItems: 'baseline', minHeight: 24, cursor: 'pointer' }}
      title={text}
    >
      <input
        type="checkbox"
        checked={isOn}
        onChange={onToggle}
        style={{ accentColor: role.choice, margin: 0, flex: 'none' }}
      />
      <span style={name === text ? { ...phraseStyle, fontSize: 12, color: role.ink } : {}}>
        {name}
        {isOn && blank !== undefined && (
          <span style={{ ...quietStyle, display: 'block' }}>off while :{blank} is blank</span>
        )}
        {problem !== undefined && (
          <span role="alert" style={{ display: 'block', color: role.error, fontSize: 12 }}>
            {problem}
          </span>
        )}
      </span>
    </label>
  );
}
