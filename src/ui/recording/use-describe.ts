'use client';

import type { Words } from '@/core/exchange/takes/recording-words';
import { describeRecording } from '@/store/recordings';
import { storageWords } from '@/store/trouble';
import { useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';
import type { Shown } from './shown';

/** Says something else of a recording, undoably where it is kept. */
export function useDescribe(shown: Shown, show: (next: Shown) => void): (change: Partial<Words>) => void {
  const { workspace } = useSession();
  return (change) => {
    const { kept, words } = shown;
    if (kept === null) return show({ ...shown, words: { ...words, ...change } });
    const fields = Object.keys(change) as (keyof Words)[];
    const before = Object.fromEntries(fields.map((field) => [field, words[field]]));
    const put = async (to: Partial<Words>) => {
      await describeRecording(kept, to);
      await workspace.reloadRecordings();
    };
    put(change).then(
      () =>
        workspace.did(`${fields.join(', ')} of ${words.name}`, {
          undo: () => put(before),
          redo: () => put(change),
        }),
      (error: unknown) => notify(storageWords(error)),
    );
  };
}
