import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { beginRecording } from '@/store/recordings';
import type { KeptRecording } from '@/store/database';
import type { FromLive, Tick, ToLive } from '@/workers/live-protocol';
import { FootStrip } from '../frame/foot-strip';
import { LiveStandIn, tickOf } from '@/session/testing/live-stand-in';
import { ReplayStrip } from '../frame/replay-strip';
import { onDemo, session, show } from '../testing/test-bench';
import { DeskStandIn } from '../recording/desk-stand-in';
import { Listen } from './listen';

vi.mock('next/link', () => ({ default: ({ children }: { children: React.ReactNode }) => <a>{children}</a> }));

const COLUMNS = 16;
onDemo('wherry');

const tick = (change: Partial<Tick> = {}) =>
  act(() => LiveStandIn.last.says(tickOf(COLUMNS, { closed: [false], ...change })));
const says = (message: FromLive) => act(() => LiveStandIn.last.says(message));
const key = (name: string, code: string) => {
  fireEvent.keyDown(document.body, { key: name, code });
  fireEvent.keyUp(document.body, { key: name, code });
};
const head = () => screen.getByRole('heading', { level: 1 }).textContent;
const told = (is: ToLive['is']) => LiveStandIn.last.sent.filter((m) => m.is === is);

describe('Listen', () => {
  it('shows one lane, all lanes, or the test of every input, each by its key and back by the same', () => {
    show(<Listen />);
    expect(head()).toBe('Waiting for the board.');
    tick();
    expect(head()).toBe('It moves.');
    key('j', 'KeyJ');
    expect(head()).toBe('All lanes at once');
    expect(screen.getByText('1 contact, none closed.')).toBeTruthy();
    tick({ closed: [true] });
    expect(screen.getByText('Closed: knee.')).toBeTruthy();
    key('f', 'KeyF');
    tick({ tUs: 2 });
    expect(screen.getByRole('list', { name: 'Inputs' }).children).toHaveLength(17);
    key('j', 'KeyJ');
    expect(screen.queryByText('All lanes at once')).toBeNull();
    key('f', 'KeyF');
    expect(head()).toBe('It moves.');
  });
  it('records by Space and marks by Enter, and says how long it has', () => {
    show(<Listen />);
    tick();
    key(' ', 'Space');
    expect(told('record')).toHaveLength(1);
    tick({ recordingUs: 62_500_000 });
    expect(screen.getByRole('button', { name: /End, 1 min 02 s/ })).toBeTruthy();
    key('Enter', 'Enter');
    expect(told('mark')).toHaveLength(1);
    key(' ', 'Space');
    expect(told('record-ends')).toHaveLength(1);
  });
  it('holds the last seconds still as a recording that is not kept yet, and lets go by the same key', async () => {
    show(<Listen />);
    tick();
    key('h', 'KeyH');
    expect(told('recent')).toHaveLength(1);
    const n = 500;
    says({
      is: 'recent',
      frames: {
        channels: ['bellows'],
        tUs: Float64Array.from({ length: n }, (_, i) => 7e6 + i * 1000),
        counts: Uint16Array.from({ length: n }, (_, i) => 2040 + (i % 3)),
      },
    });
    await screen.findByLabelText('First cursor');
    expect(head()).toBe('The last seconds');
    expect(screen.getByText('0.5 s · 1 column', { exact: false })).toBeTruthy();
    expect(screen.getByRole('button', { name: /Keep it/ })).toBeTruthy();
    key('h', 'KeyH');
    expect(head()).toBe('It moves.');
    expect(DeskStandIn.open).toBe(0);
  });
  it('says whether the sketch on the cable is of this instrument, and how often it scans', () => {
    show(<Listen />);
    const line = { ...{ packets: 9, lines: 0, bad: 0, bytes: 400, garbled: 0, width: 16, columns: 16 } };
    const who = { digest: '0badc0de', scanHz: 500 };
    tick({
      line: { ...line, timed: true, restarts: 0, past: 0, who, answer: null, health: null },
      sketchIsOurs: false,
    });
    expect(screen.getByText(/load it again, before you trust what it plays/)).toBeTruthy();
    expect(screen.getByText(/It scans 500 times a second/)).toBeTruthy();
    tick({
      line: {
        ...line,
        timed: true,
        restarts: 0,
        past: 0,
        who: { ...who, scanHz: 1000 },
        answer: null,
        health: null,
      },
      sketchIsOurs: true,
    });
    expect(screen.getByText(/Its sketch is of this instrument as it is/)).toBeTruthy();
  });
  it('lists recordings with their length and tags, and those that were cut off', async () => {
    const kept: KeptRecording = {
      ...{ id: 'a', instrument: 'wherry', name: 'Tune', notes: 'slow', tags: ['cold'], marks: [] },
      ...{
        at: '2026-11-26T10:00:00Z',
        channels: ['bellows'],
        contacts: [],
        bits: 12,
        seconds: 3723,
        whole: true,
      },
    };
    await beginRecording(kept);
    await beginRecording({
      ...kept,
      id: 'b',
      name: 'Lost',
      seconds: 0,
      whole: false,
      at: '2026-11-26T11:00:00Z',
    });
    await act(() => session.workspace.reloadRecordings());
    show(<Listen />);
    const rows = screen.getAllByRole('button', { name: /Tune|Lost/ }).map((b) => b.textContent);
    expect(rows[0]).toMatch(/^Lostcut off/);
    expect(rows[1]).toMatch(/^Tune1 h 02 min.*cold, slow$/);
  });
});

describe('a recording that is played again', () => {
  it('stands, goes on, steps and leaps by key and by pointer; without one there is no strip', async () => {
    show(<ReplayStrip />);
    expect(screen.queryByRole('region')).toBeNull();
    const kept = { ...{ id: 'a', instrument: 'wherry', name: 'Tune', notes: '', tags: [], marks: [] } };
    await act(() =>
      session.replay({
        ...kept,
        at: '',
        channels: ['bellows'],
        contacts: [],
        bits: 12,
        seconds: 9,
        whole: true,
      }),
    );
    const replay = { atUs: 1_500_000, endUs: 9e6, speed: 1, columns: 1 };
    tick({ replay });
    expect(screen.getByText('1.50 of 9.00 s')).toBeTruthy();
    key(',', 'Comma');
    tick({ replay: { ...replay, speed: 0 } });
    key('.', 'Period');
    await userEvent.click(screen.getByRole('button', { name: /Go on/ }));
    fireEvent.change(screen.getByLabelText('Time of the recording'), { target: { value: '3000000' } });
    expect(told('replay').map((m) => m.is === 'replay' && m.do)).toEqual([
      { is: 'speed', speed: 0 },
      { is: 'step' },
      { is: 'speed', speed: 1 },
      { is: 'to', us: 3_000_000 },
    ]);
    await userEvent.click(screen.getByRole('button', { name: 'Back to the practice board' }));
    await waitFor(() => expect(screen.queryByRole('region')).toBeNull());
  });
});

describe('the foot strip', () => {
  it('tells the last note and the last level apart, bytes a second, and a recording that goes on, which it ends', async () => {
    show(<FootStrip />);
    expect(screen.getByText('nothing sent yet')).toBeTruthy();
    const events = [
      { tUs: 0, bytes: [0x90, 62, 87] },
      { tUs: 1, bytes: [0xb0, 2, 40] },
    ];
    says({ is: 'events', events, zeroMs: 0 });
    tick({ bytesPerSecond: 42 });
    expect(screen.getByText('note 62 on, 87')).toBeTruthy();
    expect(screen.getByText('CC 2 breath = 40')).toBeTruthy();
    expect(screen.getByText('42')).toBeTruthy();
    expect(screen.queryByText(/End the recording/)).toBeNull();
    tick({ recordingUs: 5e6 });
    await userEvent.click(screen.getByRole('button', { name: 'End the recording, 5.0 s' }));
    expect(told('record-ends')).toHaveLength(1);
    await userEvent.click(screen.getByRole('button', { name: /Silence/ }));
    expect(told('silence')).toHaveLength(1);
  });
});
