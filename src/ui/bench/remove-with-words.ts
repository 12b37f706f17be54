import { KEPT_DAYS, removeInstrument, setAside } from '@/store/removed';
import { storageWords } from '@/store/trouble';
import { notify } from '../parts/notice';

/** Lays an instrument aside with all that belongs to it, says so, and offers to bring it back. */
export function removeWithWords(id: string, name: string): void {
  const refused = (error: unknown) => notify(storageWords(error));
  removeInstrument(id).then(() => {
    const run = () => void Promise.resolve(setAside('instruments', id, false)).catch(refused);
    notify(`${name} lies below, with what was removed, for ${KEPT_DAYS} days.`, {
      word: 'Bring it back',
      run,
    });
  }, refused);
}
