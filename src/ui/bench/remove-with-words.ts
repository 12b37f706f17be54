import { bringBack, removeInstrument } from '@/store/bench';
import { storageWords } from '@/store/trouble';
import { notify } from '../parts/notice';

/** Takes an instrument off the bench with its takes, says so, and offers to bring it back. */
export function removeWithWords(id: string, name: string): void {
  const refused = (error: unknown) => notify(storageWords(error));
  removeInstrument(id).then((removed) => {
    if (!removed) return;
    const run = () => void bringBack(removed).catch(refused);
    notify(`${name} and its takes are removed.`, { word: 'Bring it back', run });
  }, refused);
}
