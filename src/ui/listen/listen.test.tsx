import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { Finding } from '@/core/findings/finding';
import type { Listened } from '@/core/listen/listen';
import type { FromLive, Tick } from '@/workers/live-protocol';
import { BoardMenu } from '../frame/board-menu';
import { LiveStandIn, tickOf } from '@/session/testing/live-stand-in';
import { onDemo, session, show } from '../testing/test-bench';
import { ReadingsTable } from '../recording/readings-table';
import { ListenedFindings } from './listened-findings';
import { HiddenFaults } from './hidden-faults';
import { SelfTest } from './self-test';

onDemo('cairn');

const COLUMNS = 13;
const tick = (tUs: number, change: Partial<Tick> = {}): FromLive =>
  tickOf(COLUMNS, { tUs, closed: [false, false], ...change });
const says = (message: FromLive) => act(() => LiveStandIn.last.says(message));

const finding = (change: Partial<Finding>): Finding => ({
  ...{
    code: 'dead',
    severity: 'fault',
    sensor: 'stones',
    lane: 'stone-1',
    says: 'It reads 0 and nothing else.',
  },
  ...{ causes: ['its wire has come off'], cures: [{ says: 'Check the wire', cost: 'a minute' }] },
  ...change,
});
const listened = (findings: Finding[]): Listened => ({
  timing: null,
  lanes: [],
  contacts: [],
  crosstalk: [],
  findings,
});

describe('what is wrong', () => {
  it('is told once for all lanes of a sensor that have it, with causes and cures, and leads to the first of them', async () => {
    const findings = ['stone-3', 'stone-5'].map((lane) => finding({ lane }));
    const stream = finding({ code: 'freezes', lane: undefined, says: 'The stream froze once.' });
    show(<ListenedFindings listened={listened([...findings, stream])} trouble={null} />);
    expect(screen.getByRole('heading').textContent).toBe('2 findings');
    expect(screen.getByText('Stones, 2 lanes, stone-3 first')).toBeTruthy();
    expect(screen.getByText('The stream')).toBeTruthy();
    await userEvent.click(screen.getByText('Stones, 2 lanes, stone-3 first'));
    expect(session.choice.getState()).toMatchObject({ sensor: 'stones', lane: 2 });
    expect(screen.getAllByText('Likely: its wire has come off.')).toHaveLength(2);
    expect(screen.getAllByText('Check the wire (a minute).')).toHaveLength(2);
  });
  it('is nothing, not known yet, or why it cannot be known', () => {
    const { rerender } = show(<ListenedFindings listened={null} trouble={null} />);
    const head = () => screen.getByRole('heading').textContent;
    expect(head()).toBe('Listening…');
    const again = (value: Parameters<typeof ListenedFindings>[0]) =>
      rerender(<ListenedFindings {...value} />);
    again({ listened: listened([]), trouble: null });
    expect(head()).toBe('Nothing is wrong that twelve seconds show.');
    again({ listened: null, trouble: 'out of memory' });
    expect(head()).toBe('It could not be listened to (out of memory).');
  });
});

describe('faults to practise on', () => {
  it('are three, hidden until they are shown, and mended again', async () => {
    show(<HiddenFaults />);
    await userEvent.click(screen.getByRole('button', { name: /^Hide three faults/ }));
    const broken = LiveStandIn.last.sent.flatMap((m) => (m.is === 'break' ? [m.faults] : []));
    expect(broken[0]).toHaveLength(3);
    expect(new Set(broken[0].map((f) => JSON.stringify(f))).size).toBe(3);
    expect(screen.queryByRole('list')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Show the three' }));
    expect(screen.getAllByRole('listitem')).toHaveLength(3);
    // Whoever leaves Listen and comes back can still mend them.
    cleanup();
    show(<HiddenFaults />);
    await userEvent.click(screen.getByRole('button', { name: 'Mend them' }));
    expect(LiveStandIn.last.sent.at(-1)).toEqual({ is: 'break', faults: [] });
  });
});

describe('the self-test on the screen', () => {
  it('shows what moves and what is there, from what came between two ticks: a strike is short', () => {
    show(<SelfTest leave={() => {}} />);
    for (let t = 0; t <= 1100; t += 33) says(tick(1000 * t));
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/^Move any input, alone\. 14 left/);
    const columns = Uint16Array.from({ length: 2 * COLUMNS }, (_, i) => (i === 5 ? 900 : 500));
    says(tick(1_200_000, { columns }));
    const third = within(screen.getByRole('list', { name: 'Inputs' })).getByText('✓ Stones 3');
    expect(third.getAttribute('data-moving')).toBe('true');
    says(tick(1_300_000, { closed: [true, false] }));
    expect(screen.getByText('✓ Encoder')).toBeTruthy();
    expect(screen.getByText(/2 of 14 inputs are there/)).toBeTruthy();
  });
});

describe('the board at the top right', () => {
  it('opens a port at any rate that is typed', async () => {
    show(<BoardMenu />);
    const asked: number[] = [];
    session.connect = (baud) => {
      asked.push(baud);
      return Promise.resolve(null);
    };
    await userEvent.click(screen.getByRole('button', { name: /Practice board/ }));
    await userEvent.click(await screen.findByRole('menuitem', { name: /another rate/ }));
    const field = await screen.findByRole('spinbutton', { name: 'Baud' }, { timeout: 20_000 });
    await userEvent.clear(field);
    await userEvent.type(field, '74880{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Choose a port' }));
    expect(asked).toEqual([74_880]);
    expect(screen.queryByRole('spinbutton')).toBeNull();
  });
  it('says what is wrong with the line, and asks for a port that a browser without them does not have', async () => {
    show(<BoardMenu />);
    says(tick(1000));
    expect(screen.getByRole('button').textContent).toBe('Practice board1000 frames/s · 0 lost');
    session.live.setState({ cable: { is: 'open', baud: 500_000 } });
    const line = {
      packets: 0,
      lines: 10,
      bad: 0,
      bytes: 400,
      garbled: 0,
      width: 3,
      columns: 3,
      timed: true,
      restarts: 0,
      past: 0,
      who: null,
      answer: null,
      health: null,
    };
    for (const [change, words] of [
      [{}, '1000 frames/s · 0 lost'],
      [{ garbled: 0.5 }, 'another baud rate: this is no text'],
      [{ bytes: 0, lines: 0 }, 'nothing has come yet'],
      [{ lines: 0 }, 'no line of numbers yet'],
      [{ columns: 0 }, 'none of its columns is this instrument’s'],
      [{ past: 4 }, 'its counts are past this board’s bits'],
    ] as const) {
      says(tick(2000, { line: { ...line, ...change } }));
      expect(screen.getByRole('button').textContent).toBe(`Board on the cable${words}`);
    }
    fireEvent.click(screen.getByRole('button'));
    await userEvent.click(await screen.findByRole('menuitem', { name: /115200/ }));
    expect(
      LiveStandIn.last.sent
        .filter((m) => m.is === 'open')
        .every((m) => m.is === 'open' && m.source === 'practice'),
    ).toBe(true);
  });
});

describe('a file’s readings', () => {
  it('are a row a lane, in counts, with what cannot be told left open', () => {
    const lane = {
      ...{ sensor: 's', column: 'a', excursion: 12.4, moves: false, range: 0, levels: 1, clipped: 0 },
      ...{ lane: 'left', rest: 500.26, noise: 1.234, driftPerMinute: null, hum: null, returnScatter: null },
      messagesPerMinute: [0, 0, 0, 0],
    };
    const played = {
      ...lane,
      lane: 'right',
      column: 'b',
      moves: true,
      range: 0.42,
      levels: 77,
      hum: { hz: 60, amplitude: 3.21 },
      driftPerMinute: 2,
    };
    const contacts = [{ lane: 'knee', contact: 'knee', presses: 3, changes: 9, bounceMs: 2.5 }];
    const crosstalk = [
      [null, 0.01],
      [0.12, null],
    ];
    show(<ReadingsTable listened={{ ...listened([]), lanes: [lane, played], contacts, crosstalk }} />);
    const [readings, answers] = screen.getAllByRole('table');
    const row = (name: RegExp, of = readings) => within(of).getByRole('row', { name }).textContent;
    expect(row(/^left/)).toBe('left500.31.2312–not played–––0 · 0 · 0 · 0');
    expect(row(/^right/)).toBe('right500.31.23122.042 %77–3.2 at 60 Hz0 · 0 · 0 · 0');
    expect(row(/^knee/)).toBe('knee3 presses, bounces of up to 2.5 ms');
    expect([row(/^left/, answers), row(/^right/, answers)]).toEqual(['left·1.0 %', 'right12.0 %·']);
    const cell = (words: string) => screen.getByRole('cell', { name: words }).dataset.strong;
    expect([cell('1.0 %'), cell('12.0 %')]).toEqual(['false', 'true']);
  });
});
