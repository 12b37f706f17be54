import { boardOf } from '@/core/instrument/access';
import { askToPersist } from '@/store/persist';
import { beginRecording, endRecording } from '@/store/recordings';
import { StorageQueue } from '@/store/storage-queue';
import type { KeptTake } from '@/store/database';
import { addPiece, beginTake, putTake, removeTake, standTake, stopTake } from '@/store/takes';
import { isRemoved, storageWords } from '@/store/trouble';
import type { Workspace } from '@/store/workspace';
import { PIECE_US, type FromLive } from '@/workers/live-protocol';

/** Reports that concern the takes of a guided run. */
export type AboutTakes = Extract<FromLive, { is: `take-${string}` | 'guide-ends' }>;

/** Keeps the takes of a guided run as they come, piece by piece, and says what could not be kept. */
export class TakeKeeping {
  /** Recordings that are going on. */
  private readonly recordings = new Set<string>();
  private readonly queue = new StorageQueue((error) => {
    this.workspace.tell('takes', error === null ? null : takesWords(error));
    if (error !== null) this.settled();
  });

  constructor(
    private readonly instrument: string,
    private readonly workspace: Workspace,
    /** Called when a run is over and all of its takes are in, or storage holds them up: the screen must not wait for that. */
    private readonly settled: () => void,
  ) {}

  /** Keeps at once what waits to be kept. */
  readonly flush = (): Promise<void> => this.queue.run();
  /** Tries once more, and then no more. */
  readonly close = (): Promise<void> => this.queue.close();

  /** Lets a take that is kept stand for its role. */
  stand(take: string): void {
    this.queue.add(async () => {
      const { takes } = this.workspace.store.getState();
      const own = takes.find((t) => t.id === take);
      await standTake(take, null);
      await this.workspace.reloadTakes();
      const after = this.workspace.store.getState().takes.find((t) => t.id === take);
      if (own && after)
        this.workspace.did(`another ${own.role} take used`, {
          undo: () => this.put(own),
          redo: () => this.put(after),
        });
    });
  }

  /** Puts a take's label back as it was. */
  private async put(label: KeptTake): Promise<void> {
    await putTake(label);
    await this.workspace.reloadTakes();
  }

  hear(message: AboutTakes): void {
    const { queue } = this;
    switch (message.is) {
      case 'take-begins':
        this.begin(message);
        break;
      case 'take-piece':
        if (!queue.add(() => addPiece(message.take, message.n, message)))
          this.lost(message.take, [message.n]);
        break;
      case 'take-stopped':
        queue.add(() => stopTake(message.take, message.done));
        break;
      case 'take-dropped':
        queue.add(() => removeTake(message.take));
        break;
      case 'take-ends':
        if (this.recordings.has(message.take)) queue.add(() => this.endRecording(message));
        else queue.add(() => this.end(message.take, message.pieces));
        break;
      case 'guide-ends':
        queue.add(() => this.workspace.reloadTakes().finally(this.settled));
    }
  }

  private begin({ take, of, channels, contacts }: Extract<AboutTakes, { is: 'take-begins' }>): void {
    const { history, recordings } = this.workspace.store.getState();
    const instrument = history!.present;
    const own = instrument.sensors.find((s) => s.id === of?.sensor);
    const board = own ? boardOf(instrument, own) : instrument.boards[0];
    const label = {
      ...{ id: take, instrument: this.instrument, at: new Date().toISOString(), channels, whole: false },
      bits: board.bits,
    };
    if (of) {
      const some = contacts.length > 0 ? { contacts } : {};
      this.queue.add(() => beginTake({ ...label, ...of, ...some, rateHz: board.scanHz }));
    } else {
      this.recordings.add(take);
      const name = `Recording ${recordings.length + 1}`;
      const words = { name, notes: '', tags: [], marks: [], seconds: 0 };
      this.queue.add(() => beginRecording({ ...label, ...words, contacts }));
    }
    // Whether the browser grants it decides nothing here, so a refusal is no trouble.
    this.queue.add(() => askToPersist().catch(() => undefined));
  }

  private async endRecording({ take, ...end }: Extract<AboutTakes, { is: 'take-ends' }>): Promise<void> {
    const missing = await endRecording(take, end);
    if (missing.length > 0) this.lost(take, missing);
    this.recordings.delete(take);
    await this.workspace.reloadRecordings();
    this.workspace.came('recordings', take, 'recording made');
  }

  private async end(take: string, pieces: number): Promise<void> {
    const missing = await standTake(take, pieces);
    if (missing.length > 0) this.lost(take, missing);
    else this.workspace.tell('hole', null);
    await this.workspace.reloadTakes();
    const own = this.workspace.store.getState().takes.find((t) => t.id === take);
    if (own) this.workspace.came('takes', take, `${own.role} take played`);
  }

  /** Says that a take has a hole. @param pieces numbers of those that are missing */
  private lost(take: string, pieces: readonly number[]): void {
    const role = this.recordings.has(take)
      ? 'recorded'
      : (/-([a-z]+)-[a-z0-9]+-\d+$/.exec(take)?.[1] ?? 'last');
    const seconds = (n: number) => (n * PIECE_US) / 1e6;
    this.workspace.tell(
      'hole',
      `${seconds(pieces.length)} s of the ${role} take, from ${seconds(pieces[0])} s on, could not be kept. What came before is; make room and play it again.`,
    );
  }
}

const takesWords = (error: unknown): string =>
  isRemoved(error)
    ? storageWords(error)
    : `${storageWords(error).split('. ')[0]}. What you play waits to be kept and is tried again; make room before you close the page.`;
