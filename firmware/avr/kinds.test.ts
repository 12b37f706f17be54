import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { newInstrument } from '@/core/instrument/create';
import { withFirstVoices } from '@/core/kinds/first-voices';
import { findKind, kindIds } from '@/core/kinds/registry';
import { newSensor } from '@/core/kinds/new-sensor';
import { wayNamed } from '@/core/ways/registry';
import { buildSketch } from './board';
import { soaking } from '@/core/testing/many';

const root = mkdtempSync(path.join(tmpdir(), 'cheironom-kinds-'));
afterAll(() => rmSync(root, { recursive: true }));

/** Kinds that a small chip can read: a touch peripheral it has not, and the sketch says so in a sentence. */
const readable = kindIds().filter((id) => findKind(id)!.readBy !== 'touch peripheral');

it.each(readable.filter((_, i) => soaking || i % 6 === 0))(
  'a sketch with %s and its first voices builds for the small chip without a warning',
  async (id) => {
    const kind = findKind(id)!;
    const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
    const [board] = instrument.boards;
    Object.assign(board, { bits: 10, memoryBytes: 2048, flashBytes: 31 * 1024, tableBits: 4 });
    const sensor = newSensor(kind, id, kind.name, board.id, kind.lanes.least);
    sensor.lanes = sensor.lanes.map((lane, i) => ({
      ...lane,
      pin: lane.column ? `A${i}` : String(2 + 2 * i),
      ...(lane.contacts?.length === 2 ? { otherPin: String(3 + 2 * i) } : {}),
    }));
    sensor.calibration = wayNamed(kind.way).planned(
      sensor.lanes.map((lane) => lane.id),
      1023,
    );
    const whole = withFirstVoices({ ...instrument, sensors: [sensor] }, sensor);
    expect(whole.voices.length).toBeGreaterThan(0);
    // Warnings are errors there, as careful makers have it.
    expect((await buildSketch(path.join(root, id), whole)).length).toBeGreaterThan(1000);
  },
);
