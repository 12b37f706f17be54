import { createStore } from 'zustand/vanilla';
import type { Choice } from '@/core/ways/level/choice';
import { changeWords } from '@/core/exchange/document/change-words';
import type { Instrument } from '@/core/instrument/document';
import { fewLines, withEntry } from '@/core/instrument/log-entry';
import { readKept } from './kept-instrument';
import {
  database,
  type Database,
  type KeptInstrument,
  type KeptRecording,
  type KeptTake,
  type KeptVersion,
} from './database';
import { keepVersion, versionsOf } from './versions';
import { beginHistory, record, redo, undo, type Deed, type History, type Place, type Step } from './history';
import { recordingsOf } from './recordings';
import { setAside } from './removed';
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
  /** Versions, the newest first. */
  versions: KeptVersion[];
  /** When it was last kept, ms; null before. */
  savedAt: number | null;
  troubles: Troubles;
  /** True where another tab has this instrument. */
  readOnly: boolean;
  /** By how much what a calibration proposes was moved by hand, by sensor; until it is accepted. */
  drafts: Readonly<Record<string, Choice>>;
}

export type Workspace = ReturnType<typeof createWorkspace>;

const AUTOSAVE_MS = 300;
/** Time after which a save that was refused is tried again, ms. */
const RETRY_MS = 3000;

const NOWHERE: Place = { page: '', sensor: '', lane: 0, look: null };

/**
 * Opens an instrument for work.
 * @param id its id @param readOnly another tab holds it @param where told with each step, so that taking it back can go there
 */
export function createWorkspace(
  id: string,
  readOnly: boolean,
  db: Database = database(),
  where: () => Place = () => NOWHERE,
) {
  const store = createStore<WorkspaceState>(() => ({
    status: 'opening',
    history: null,
    takes: [],
    recordings: [],
    versions: [],
    savedAt: null,
    troubles: {},
    readOnly,
    drafts: {},
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
      if (!kept || kept.removedAt) throw new StorageRefusal('RemovedError');
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

  /** Keeps what waits to be kept, or is being saved, while the page is being left: its end breaks off what the database has not finished. */
  const leave = () => {
    const { history } = store.getState();
    const saves = saving + (timer ? 1 : 0);
    if (saves === 0 || !history) return;
    const left = {
      document: history.present,
      changedAt: new Date().toISOString(),
      revision: revision + saves,
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

  const setHistory = (history: History<Instrument>): void => {
    const changed = history.present !== store.getState().history?.present;
    store.setState({ history });
    if (changed) saveIn(AUTOSAVE_MS);
  };

  /** Records a step. @returns false where nothing may be changed */
  const step = (says: string, next?: Instrument, deed?: Deed): boolean => {
    const { history, readOnly: off } = store.getState();
    if (!history || off) return false;
    setHistory(record(history, { says, next, deed, at: where() }, Date.now()));
    return true;
  };

  /** Takes the last step back, or does the next one again. @returns that step; null where there is none */
  const walk = async (way: typeof undo<Instrument>, deed: keyof Deed): Promise<Step<Instrument> | null> => {
    const { history, readOnly: off } = store.getState();
    const walked = history && !off ? way(history) : null;
    if (!walked) return null;
    setHistory(walked.history);
    await guarded('saving', async () => walked.step.deed?.[deed]());
    return walked.step;
  };

  /** Something that came, or was laid aside. */
  const asideDeed = (table: 'takes' | 'recordings', own: string, aside: boolean): Deed => {
    const set = (to: boolean) => async () => {
      await setAside(table, own, to, db);
      await (table === 'takes' ? reloadTakes() : reloadRecordings());
    };
    return { undo: set(!aside), redo: set(aside) };
  };

  /** Versions are kept one after another, so that their numbers are in the order of what was done. */
  let versioning: Promise<unknown> = Promise.resolve();
  const addVersion = (document: Instrument, of: { says: string; changes: string[]; branch?: string }) =>
    (versioning = versioning.then(() =>
      guarded('saving', async () => {
        const version = await keepVersion(id, document, of, db);
        store.setState(({ versions }) => ({ versions: [version, ...versions] }));
      }),
    ));

  const reloadVersions = () =>
    guarded('reading', async () => store.setState({ versions: await versionsOf(id, db) }));

  const setDrafts = (drafts: WorkspaceState['drafts']) => store.setState({ drafts });

  const reloadTakes = () =>
    guarded('reading', async () =>
      store.setState({
        takes: (await db.takes.where({ instrument: id }).sortBy('order')).filter((t) => !t.removedAt),
      }),
    );

  const reloadRecordings = () =>
    guarded('reading', async () => store.setState({ recordings: await recordingsOf(id, db) }));

  const open = async () => {
    const kept = await guarded('reading', () => db.instruments.get(id));
    if (!kept) return store.setState({ status: 'refused' });
    if (!kept.value || kept.value.removedAt) return store.setState({ status: 'missing' });
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
    await reloadVersions();
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
    /**
     * Changes the instrument, undoably. `logged` puts the step into its log too, and makes a version of it; a deed is what was done besides, already; `found` is told in the log with it.
     * @returns false where it may not
     */
    change(
      says: string,
      next: Instrument,
      logged = false,
      deed?: Deed,
      found: readonly string[] = [],
    ): boolean {
      const { history, readOnly: off } = store.getState();
      if (!logged || !history || off) return step(says, next, deed);
      const changes = changeWords(history.present, next);
      const told = fewLines([...changes, ...found]);
      const entry = { at: new Date().toISOString(), says, ...(told.length > 0 ? { changes: told } : {}) };
      const done = step(says, { ...next, log: withEntry(next.log, entry) }, deed);
      if (done && changes.length > 0) void addVersion(next, { says, changes: fewLines(changes) });
      return done;
    },
    /** Keeps the instrument as it is as a version, where it is none yet: a branch begins with one. */
    addVersion,
    /** Records what was done already outside the instrument: takes, recordings. */
    did: (says: string, deed: Deed): boolean => step(says, undefined, deed),
    /** Records that a take or a recording came; taken back, it lies aside. */
    came: (table: 'takes' | 'recordings', own: string, says: string): boolean =>
      step(says, undefined, asideDeed(table, own, false)),
    /** Lays a take or a recording aside. */
    async layAside(table: 'takes' | 'recordings', own: string, says: string): Promise<void> {
      const deed = asideDeed(table, own, true);
      await guarded('saving', async () => deed.redo());
      step(says, undefined, deed);
    },
    /** Moves what is proposed for a sensor by so much, undoably. @param by null as it was proposed */
    draft(sensor: string, by: Choice | null, says: string): void {
      const { drafts: before } = store.getState();
      const others = without(before, sensor);
      const after = by ? { ...others, [sensor]: by } : others;
      const deed = { undo: () => setDrafts(before), redo: () => setDrafts(after) };
      if (step(says, undefined, deed)) setDrafts(after);
    },
    /** Forgets what was moved by hand; @returns the deed of it, for the step that it belongs to. */
    dropDraft(sensor: string): Deed {
      const { drafts: before } = store.getState();
      const after = without(before, sensor);
      setDrafts(after);
      return { undo: () => setDrafts(before), redo: () => setDrafts(after) };
    },
    undo: () => walk(undo, 'undo'),
    redo: () => walk(redo, 'redo'),
    /** Keeps what is still waiting to be kept, and ends. */
    close: async () => {
      await flush();
      if (timer) clearTimeout(timer);
      timer = null;
    },
  };
}

const without = (drafts: WorkspaceState['drafts'], sensor: string): WorkspaceState['drafts'] =>
  Object.fromEntries(Object.entries(drafts).filter(([own]) => own !== sensor));

/** Where an older version left it, the clock has to tell. */
const revisionOf = ({ revision, changedAt }: Partial<Unsaved>, kept: KeptInstrument): number =>
  revision ?? ((changedAt ?? '') >= kept.changedAt ? Infinity : 0);

const UNREADABLE =
  'What is kept of this instrument cannot be read. Nothing was changed; on the bench you can export it as it is, or remove it.';
