import { compile } from '@/core/compile/compile';
import { startEngine, type Engine } from '@/core/engine/engine';
import { playEdge, playFrame, silence } from '@/core/engine/play';
import { allColumns, contactsOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';

/** The engines of an instrument's boards, side by side on the application's own frames. */
export class Engines {
  private readonly boards: { e: Engine; contact: number; contacts: number }[] = [];

  constructor(instrument: Instrument) {
    const columns = allColumns(instrument);
    let contact = 0;
    for (const board of instrument.boards) {
      const contacts = contactsOf(instrument, board).length;
      this.boards.push({ e: startEngine(compile(instrument, board, columns)), contact, contacts });
      contact += contacts;
    }
  }

  /** @returns the messages of every board */
  frame(tUs: number, counts: ArrayLike<number>): number[][] {
    return this.boards.flatMap(({ e }) => messages(e, playFrame(e, tUs, counts, 0)));
  }

  /** @param contact of all boards' contacts, from 0 */
  edge(tUs: number, contact: number, closed: boolean): number[][] {
    return this.boards.flatMap(({ e, contact: first, contacts }) =>
      contact >= first && contact < first + contacts
        ? messages(e, playEdge(e, tUs, contact - first, closed))
        : [],
    );
  }

  silence(): number[][] {
    return this.boards.flatMap(({ e }) => messages(e, silence(e)));
  }
}

const messages = (e: Engine, bytes: number): number[][] =>
  bytes === 0 ? [] : splitMessages(e.out.subarray(0, bytes));
