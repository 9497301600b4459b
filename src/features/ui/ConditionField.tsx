'use client';
/** A field for an SQL search condition: completion, errors underlined in their place, a check of what it keeps. */
import { conditionCountSchema } from '../../contract/modelling';
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { completeCondition } from '../../core/condition/parse';
import { columnText } from '../../core/condition/tokens';
import { conditionColumns, readCondition } from '../../core/dashboard/reader/conditions';
import { NO_PARAMETERS, typesOf, valuesOf, type Parameters } from '../../core/dashboard/reader/parameter';
import type { Model } from '../../core/model/model';
import { phraseStyle } from '../../theme/roles';
import { requestAs } from './request';
import { ErrorPlace } from './ErrorPlace';
import { OfferField } from './OfferField';
import type { Offer } from './offers';
import { numberWords } from '../../core/locale';

const INPUT_STYLE = { ...phraseStyle, fontSize: 12, lineHeight: '18px', padding: 0 };

/** What can follow in a text that is typed. */
function useOffers(draft: string | null, model: Model, dataset: string, parameters: Parameters): Offer[] {
  const columns = useMemo(
    () => conditionColumns(model, dataset).map((column) => columnText(column.name)),
    [model, dataset],
  );
  return useMemo(() => {
    if (draft === null) return [];
    const { from, words } = completeCondition(draft, draft.length, columns, [...parameters.keys()]);
    return words.map((word) => ({ text: `${draft.slice(0, from)}${word} `, word }));
  }, [draft, columns, parameters]);
}

/** How many rows a condition keeps, in words, once it was asked for this very text; empty before. */
function useCounted(dataset: string, text: string, parameters: Parameters) {
  const { data, error, variables, mutate } = useMutation({
    mutationFn: (sql: string) =>
      requestAs(conditionCountSchema, '/api/conditions/check', {
        body: { dataset, sql, values: Object.fromEntries(valuesOf(parameters)) },
      }),
  });
  const found = data ? `Keeps ${numberWords(data.kept)} of ${numberWords(data.rows)} rows.` : error?.message;
  return { counted: variables === text ? (found ?? '') : '', count: () => mutate(text) };
}

export function ConditionField({
  label,
  value,
  model,
  dataset,
  parameters = NO_PARAMETERS,
  onCommit,
}: {
  label: string;
  value: string;
  model: Model;
  dataset: string;
  /** What a condition can ask for by name. */
  parameters?: Parameters;
  /** Called with a text that can be read, or with an empty one. */
  onCommit: (text: string) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? value;
  const isBlank = text.trim() === '';
  const read = useMemo(
    () => readCondition(model, dataset, text, typesOf(parameters)),
    [model, dataset, text, parameters],
  );
  const offers = useOffers(draft, model, dataset, parameters);
  const { counted, count } = useCounted(dataset, text, parameters);
  const commit = () => {
    if (draft === null || (!isBlank && !read.ok)) return;
    const next = text.trim();
    if (next !== value) onCommit(next);
    setDraft(null);
  };
  const below =
    !isBlank && !read.ok ? (
      <ErrorPlace text={text} {...read.error} />
    ) : (
      counted || (draft === null ? '' : 'Ctrl-Enter takes it')
    );
  return (
    <div style={{ display: 'flex', gap: 6, alignItems: 'flex-start' }}>
      <OfferField
        autoHighlight
        multiline
        label={label}
        placeholder="status = 'sailed' AND …"
        value={value}
        text={text}
        offers={offers}
        isRight={isBlank || read.ok}
        inputStyle={INPUT_STYLE}
        helperText={<span role="status">{below}</span>}
        onType={setDraft}
        onChoose={(chosen) => {
          if (typeof chosen !== 'string') setDraft(chosen.text);
        }}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setDraft(null);
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
            event.preventDefault();
            commit();
          }
        }}
      />
      <Button
        disabled={isBlank || !read.ok}
        onClick={count}
        sx={{ mt: 1, minWidth: 0, px: 0.75 }}
        title="How many rows it keeps"
      >
        Check
      </Button>
    </div>
  );
}
