'use client';
/** Takes changes of the model over while a dashboard is open, and says what a load changed. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { changesWords, type LoadChanges } from '../../core/model/freshness';
import { useNotice } from '../ui/Notice';

interface ModelEvent {
  readonly revision: number;
  readonly loads: readonly {
    readonly dataset: string;
    readonly name: string;
    readonly changes: LoadChanges | null;
  }[];
}

export function useModelEvents(): void {
  const client = useQueryClient();
  const notice = useNotice();
  useEffect(() => {
    const source = new EventSource('/api/events');
    source.addEventListener('model', (event: MessageEvent<string>) => {
      const { loads } = JSON.parse(event.data) as ModelEvent;
      void client.invalidateQueries({ queryKey: ['model'] });
      const words = loads.map(
        ({ name, changes }) => `${name}: ${changes ? changesWords(changes) : 'loaded'}`,
      );
      if (words.length > 0) notice({ text: words.join('; ') });
    });
    return () => source.close();
  }, [client, notice]);
}
