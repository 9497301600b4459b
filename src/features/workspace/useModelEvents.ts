'use client';
/** Takes changes of the model over while a dashboard is open, and says what a load changed. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { changesWords, type LoadChanges } from '../../core/model/freshness';
import { useNotice } from '../ui/Notice';
import { followEvents } from './followEvents';

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
    const readAgain = () => void client.invalidateQueries({ queryKey: ['model'] });
    return followEvents('/api/events', 'model', {
      onEvent(data) {
        const { loads } = JSON.parse(data) as ModelEvent;
        readAgain();
        const words = loads.map(
          ({ name, changes }) => `${name}: ${changes ? changesWords(changes) : 'loaded'}`,
        );
        if (words.length > 0) notice({ text: words.join('; ') });
      },
      onBack: readAgain,
    });
  }, [client, notice]);
}
