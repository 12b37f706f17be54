import { describe, expect, it } from 'vitest';
import { BOARD_CLASSES } from '../plan/board-classes';
import { newInstrument } from './create';
import { cableByteUs, outByteUs, playingOver, transportsOf } from './transports';

describe('ways out', () => {
  const [plain] = newInstrument('one', 'One', '2026-01-01T00:00:00Z').boards;
  const board = { ...plain, midiBaud: 31_250, pins: BOARD_CLASSES[0].pins };
  it('take 320 µs a byte on a cable (MIDI 1.0 Detailed Specification), less over USB, and of several the slowest', () => {
    expect(cableByteUs({ midiBaud: 31_250 })).toBe(320);
    expect(outByteUs(playingOver(board, ['cable']))).toBe(320);
    expect(outByteUs(playingOver(board, ['usb']))).toBeLessThan(1000 / 45);
    expect(outByteUs(playingOver(board, ['usb', 'cable']))).toBe(320);
    expect(outByteUs(playingOver(board, ['usb', 'radio']))).toBeGreaterThan(320);
  });
  it('are a cable where nothing is told, and never none', () => {
    expect(transportsOf({ ...plain, pins: undefined })).toEqual(['cable']);
    expect(transportsOf(playingOver(board, []))).toEqual(['cable']);
    const both = playingOver(board, ['usb', 'radio']);
    expect(transportsOf(both)).toEqual(['usb', 'radio']);
    expect(playingOver(both, ['usb']).pins).not.toHaveProperty('alsoOver');
  });
});
