'use client';

import { useLiveQuery } from 'dexie-react-hooks';
import { database } from '@/store/database';
import { KEPT_DAYS, removeForGood, setAside } from '@/store/removed';
import { storageWords } from '@/store/trouble';
import { notify } from '../parts/notice';
import { RemovedList } from '../parts/removed-list';

/** Instruments that were removed from the bench, the newest first. */
export function RemovedInstruments() {
  const rows = useLiveQuery(() =>
    database()
      .instruments.filter((i) => i.removedAt !== undefined)
      .toArray(),
  );
  const tried = (work: PromiseLike<unknown>) =>
    void Promise.resolve(work).catch((error: unknown) => notify(storageWords(error)));
  const things = (rows ?? [])
    .sort((a, b) => b.removedAt!.localeCompare(a.removedAt!))
    .map(({ id, document, removedAt }) => ({
      ...{ key: id, name: document.name ?? id, is: 'instrument', at: removedAt! },
      back: () => tried(setAside('instruments', id, false)),
      forGood: () => tried(removeForGood(id)),
    }));
  return <RemovedList things={things} days={KEPT_DAYS} />;
}
