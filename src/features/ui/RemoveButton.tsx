'use client';
/** Removes something: at once, with a way back, where nothing uses it; else it first tells what does. */
import type { Use } from '../../contract/modelling';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNotice } from './Notice';
import { lazily } from './lazily';
import { requestAs } from './request';

const RemoveQuestion = lazily(() => import('./RemoveQuestion'), 'RemoveQuestion');

/** What uses something, as `/api/uses` tells. */
async function usesOf(asked: Readonly<Record<string, string>>): Promise<readonly Use[]> {
  const { usesSchema } = await import('../../contract/modelling');
  return requestAs(usesSchema, `/api/uses?${new URLSearchParams(asked)}`);
}

export function RemoveButton({
  name,
  label,
  done,
  uses,
  warning,
  onRemove,
  onUndo,
}: {
  name: string;
  /** The button's word, such as "Remove". */
  label: string;
  /** What was done, said afterwards: "is removed". */
  done: string;
  /** What is asked of `/api/uses`; absent where nothing can use it. */
  uses?: Readonly<Record<string, string>>;
  /** A sentence that is always asked before; without it what is unused goes at once. */
  warning?: string;
  onRemove: () => unknown;
  /** The way back; absent where there is none, and `warning` says so. */
  onUndo?: () => unknown;
}) {
  const notice = useNotice();
  const [found, setFound] = useState<readonly Use[] | null>(null);
  const tell = (error: unknown) => notice({ text: error instanceof Error ? error.message : String(error) });
  const remove = async () => {
    setFound(null);
    try {
      await onRemove();
      const undo = onUndo && {
        action: { label: 'Undo', run: () => void Promise.resolve(onUndo()).catch(tell) },
      };
      notice({ text: `${name} ${done}.`, ...undo });
    } catch (error) {
      tell(error);
    }
  };
  const begin = async () => {
    try {
      const used = uses ? await usesOf(uses) : [];
      if (used.length === 0 && warning === undefined) await remove();
      else setFound(used);
    } catch (error) {
      tell(error);
    }
  };
  return (
    <>
      <Button color="error" aria-label={`${label} ${name}`} onClick={() => void begin()}>
        {label}
      </Button>
      {found !== null && (
        <RemoveQuestion
          name={name}
          label={label}
          warning={warning}
          found={found}
          onRemove={() => void remove()}
          onClose={() => setFound(null)}
        />
      )}
    </>
  );
}
