import { createStore } from 'zustand/vanilla';
import type { Instrument } from '@/core/instrument/document';
import { readKept } from './bench';
import { database, type Database, type KeptInstrument, type KeptRecording, type KeptTake } from './database';
import { beginHistory, record, redo, undo, type History } from './history';
import { recordingsOf } from './recordings';
import { sweepTakes } from './takes';
import { forgetUnsaved, keepUnsaved, unsavedOf, type Unsaved } from './unsaved';
import { StorageRefusal, storageWords, type TroubleKind, type Troubles } from './trouble';

/** The instrument on the bench: its document with undo, its takes' labels, and how well it is kept. */
export interface WorkspaceState {
  status: 'opening' | 'open' | 'missing' | 'refused';
  history: History<Instrument> | null;
  takes: KeptTake[];
  /** Recordings of all of it, the newest first. */
  recordings: KeptRecording[];
  /** When it was last kept, ms; null before. */
  savedAt: number | null;
  troubles: Troubles;
  /** True where another tab has this instrument. */
  readOnly: boolean;
}

export type Workspace = ReturnType<typeof createWorkspace>;

const AUTOSAVE_MS = 300;
/** Time after which a save that was refused is tried again, ms. */
const RETRY_MS = 3000;

/** Opens an instrument for work. @param id its id; @param readOnly another tab holds it */
export function createWorkspace(id: string, readOnly: boolean, db: Database = database()) {
  const store = createStore<WorkspaceState>(() => ({
    status: 'opening',
    history: null,
    takes: [],
    recordings: [],
    savedAt: null,
    troubles: {},
    readOnly,
  }));
  let timer: ReturnType<typeof setTimeout> | null = null;
  /** Of what is kept, as far as this tab knows. */
  let revision = 0;
  /** Saves that are going on: each makes one more. */
  let saving = 0;

  /** Says one kind of trouble, or that it is over. */
  const tell = (kind: TroubleKind, says: string | null) =>
    store.setState(({ troubles: { [kind]: _, ...others } }) => ({
      troubles: says === null ? others : { ...others, [kind]: says },
    }));

  /** @returns what the work gives, or null where it was refused, which is told */
  const guarded = async <T>(kind: TroubleKind, work: () => Promise<T>): Promise<{ value: T } | null> => {
    try {
      const value = await work();
      tell(kind, null);
      return { value };
    } catch (error) {
      tell(kind, storageWords(error));
      return null;
    }
  };

  /** Keeps the document where it is still on the bench: one that was removed elsewhere must not come back without its takes. */
  const put = (document: Instrument, changedAt: string) =>
    db.transaction('rw', db.instruments, async () => {
      const kept = await db.instruments.get(id);
      if (!kept) throw new StorageRefusal('RemovedError');
      const next = (kept.revision ?? 0) + 1;
      await db.instruments.put({ id, document, changedAt, revision: next });
      return next;
    });

  const save = async () => {
    timer = null;
    const { history } = store.getState();
    if (!history || store.getState().readOnly) return;
    const changedAt = new Date().toISOString();
    saving++;
    const done = await guarded('saving', () => put(history.present, changedAt));
    saving--;
    if (!done) return saveIn(RETRY_MS);
    revision = done.value;
    // An older save that ends late must not forget what was kept since.
    if (store.getState().history?.present === history.present) forgetUnsaved(id);
    store.setState({ savedAt: Date.now() });
  };

  const saveIn = (ms: number) => {
    if (timer) clearTimeout(timer);
    timer = setTimeout(() => void save(), ms);
  };

  /** Keeps what waits to be kept while the page is being left. */
  const leave = () => {
    const { history } = store.getState();
    if (!timer || !history) return;
    const left = {
      document: history.present,
      changedAt: new Date().toISOString(),
      revision: revision + saving + 1,
    };
    keepUnsaved(id, left);
    void flush();
  };

  /** Keeps at once what waits to be kept. */
  const flush = async () => {
    if (!timer) return;
    clearTimeout(timer);
    await save();
  };

  const setHistory = (history: History<Instrument>): boolean => {
    if (store.getState().readOnly) return false;
    store.setState({ history });
    saveIn(AUTOSAVE_MS);
    return true;
  };

  const reloadTakes = () =>
    guarded('reading', async () =>
      store.setState({ takes: await db.takes.where({ instrument: id }).sortBy('order') }),
    );

  const reloadRecordings = () =>
    guarded('reading', async () => store.setState({ recordings: await recordingsOf(id, db) }));

  const open = async () => {
    const kept = await guarded('reading', () => db.instruments.get(id));
    if (!kept) return store.setState({ status: 'refused' });
    if (!kept.value) return store.setState({ status: 'missing' });
    const unsaved = readOnly ? null : unsavedOf(id);
    revision = kept.value.revision ?? 0;
    const left =
      unsaved !== null && revisionOf(unsaved, kept.value) > revision
        ? readKept({ ...kept.value, ...unsaved })
        : null;
    // One that cannot be read never stands in the way of what was kept before it.
    const newer = left?.ok === true;
    const read = newer ? left : readKept(kept.value);
    if (!read.ok) {
      tell('reading', UNREADABLE);
      return store.setState({ status: 'refused' });
    }
    store.setState({ history: beginHistory(read.value), savedAt: Date.parse(kept.value.changedAt) });
    if (newer) saveIn(0);
    if (!readOnly) await guarded('reading', () => sweepTakes(read.value, db));
    await reloadTakes();
    await reloadRecordings();
    store.setState({ status: 'open' });
  };

  return {
    store,
    open,
    reloadTakes,
    reloadRecordings,
    tell,
    flush,
    leave,
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
    /** Keeps what is still waiting to be kept, and ends. */
    close: async () => {
      await flush();
      if (timer) clearTimeout(timer);
      timer = null;
    },
  };
}

/** Where an older version left it, the clock has to tell. */
const revisionOf = ({ revision, changedAt }: Partial<Unsaved>, kept: KeptInstrument): number =>
  revision ?? ((changedAt ?? '') >= kept.changedAt ? Infinity : 0);

const UNREADABLE =
  'What is kept of this instrument cannot be read. Nothing was changed; on the bench you can export it as it is, or remove it.';
