import { createStore } from 'zustand/vanilla';
import type { Instrument } from '@/core/instrument/document';
import { database, type Database, type KeptTake } from './database';
import { beginHistory, record, redo, undo, type History } from './history';
import { sweepTakes } from './takes';
import { storageWords } from './trouble';

/** The instrument on the bench: its document with undo, its takes' labels, and how well it is kept. */
export interface WorkspaceState {
  status: 'opening' | 'open' | 'missing' | 'refused';
  history: History<Instrument> | null;
  takes: KeptTake[];
  /** When it was last kept, ms; null before. */
  savedAt: number | null;
  /** One sentence on what storage refused, or null. */
  trouble: string | null;
  /** True where another tab has this instrument. */
  readOnly: boolean;
}

export type Workspace = ReturnType<typeof createWorkspace>;

const AUTOSAVE_MS = 300;

/** Opens an instrument for work. @param id its id; @param readOnly another tab holds it */
export function createWorkspace(id: string, readOnly: boolean, db: Database = database()) {
  const store = createStore<WorkspaceState>(() => ({
    status: 'opening',
    history: null,
    takes: [],
    savedAt: null,
    trouble: null,
    readOnly,
  }));
  let timer: ReturnType<typeof setTimeout> | null = null;

  const guarded = async (work: () => Promise<unknown>): Promise<boolean> => {
    try {
      await work();
      store.setState({ trouble: null });
      return true;
    } catch (error) {
      store.setState({ trouble: storageWords(error) });
      return false;
    }
  };

  const save = async () => {
    timer = null;
    const { history } = store.getState();
    if (!history || store.getState().readOnly) return;
    const kept = { id, document: history.present, changedAt: new Date().toISOString() };
    if (await guarded(() => db.instruments.put(kept))) store.setState({ savedAt: Date.now() });
  };

  const setHistory = (history: History<Instrument>): boolean => {
    if (store.getState().readOnly) return false;
    store.setState({ history });
    if (timer) clearTimeout(timer);
    timer = setTimeout(save, AUTOSAVE_MS);
    return true;
  };

  const reloadTakes = () =>
    guarded(async () => store.setState({ takes: await db.takes.where({ instrument: id }).sortBy('at') }));

  const open = async () => {
    const found = await guarded(async () => {
      const kept = await db.instruments.get(id);
      store.setState(
        kept
          ? { history: beginHistory(kept.document), savedAt: Date.parse(kept.changedAt) }
          : { status: 'missing' },
      );
    });
    if (!found) return store.setState({ status: 'refused' });
    const { history } = store.getState();
    if (history && !readOnly) await guarded(() => sweepTakes(history.present, db));
    await reloadTakes();
    if (store.getState().history) store.setState({ status: 'open' });
  };

  return {
    store,
    open,
    reloadTakes,
    guarded,
    /** Changes the instrument, undoably. `logged` puts the step into its log too. @returns false where it may not */
    change(says: string, next: Instrument, logged = false): boolean {
      const { history } = store.getState();
      if (!history) return false;
      const log = logged ? [...next.log, { at: new Date().toISOString(), says }] : next.log;
      return setHistory(record(history, { ...next, log }, says, Date.now()));
    },
    undo: () => {
      const { history } = store.getState();
      if (history) setHistory(undo(history));
      return history?.past.at(-1)?.says ?? null;
    },
    redo: () => {
      const { history } = store.getState();
      if (history) setHistory(redo(history));
      return history?.future[0]?.says ?? null;
    },
    /** Keeps what is still waiting to be kept. */
    close: async () => {
      if (timer) {
        clearTimeout(timer);
        await save();
      }
    },
  };
}
