'use client';
/** Changes of the model that the server may refuse: what was wrong, and what it asks before it does it all the same. */
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { RequestError } from '../ui/request';

export interface ModelEdit {
  readonly problem: string | null;
  /** What would be lost where the change is made all the same. */
  readonly asked: string | null;
  /** Runs a change, and reads the model anew after it. */
  run: (work: () => Promise<unknown>) => Promise<void>;
}

export function useModelEdit(onDone: () => void): ModelEdit {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const run = async (work: () => Promise<unknown>) => {
    setProblem(null);
    setAsked(null);
    try {
      await work();
      onDone();
      await client.invalidateQueries({ queryKey: ['model'] });
    } catch (error) {
      if (error instanceof RequestError && error.code === 'in-use') setAsked(error.message);
      else setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  return { problem, asked, run };
}
