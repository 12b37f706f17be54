import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useEffect, useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { database } from '@/store/database';
import { loadTakes } from '@/store/takes';
import { recordingsOf } from '@/store/recordings';
import { asideOf } from '@/store/removed';
import type { Frames } from '@/core/signal/take';
import { onDemo, session, show } from '../testing/test-bench';
import { Notices } from '../parts/notice';
import { ChooseColumns } from './choose-columns';
import { DeskStandIn } from './desk-stand-in';
import { RecordingView } from './recording-view';
import { RecordingsList } from './recordings-list';
import type { Shown } from './shown';
import { useShown } from './use-shown';

onDemo('wherry');

/** Four seconds of the bellows at 1 kHz: rest at 2042, one push of a second from 1 s on; and the knee's contact. */
const frames: Frames = {
  channels: ['bellows', 'strange'],
  tUs: Float64Array.from({ length: 4000 }, (_, i) => i * 1000),
  counts: Uint16Array.from({ length: 8000 }, (_, i) => {
    const f = i >> 1;
    return i % 2 === 1 ? 900 : f >= 1000 && f < 2000 ? 3000 + (f % 5) : 2040 + (f % 4);
  }),
  edges: {
    contacts: ['knee'],
    tUs: Float64Array.of(2_500_000),
    contact: Uint16Array.of(0),
    closed: Uint8Array.of(1),
  },
};
const held = (): Shown => ({
  source: { is: 'held', frames },
  words: { name: 'Held', notes: '', tags: [], marks: [500_000] },
  kept: null,
  again: null,
});
let left = 0;
let last: Shown;

function Desk({ first }: { first: Shown }) {
  const { shown, show, leave } = useShown();
  const [begun, begin] = useState(false);
  useEffect(() => {
    if (shown) last = shown;
  }, [shown]);
  if (!begun)
    return (
      <button
        ref={(own) => {
          own?.click();
        }}
        onClick={() => {
          show(first);
          begin(true);
        }}
      />
    );
  return shown ? (
    <RecordingView
      shown={shown}
      show={show}
      leave={() => {
        left++;
        leave();
      }}
    />
  ) : (
    <RecordingsList show={show} />
  );
}

async function openHeld(): Promise<void> {
  left = 0;
  show(
    <>
      <Desk first={held()} />
      <Notices />
    </>,
  );
  await screen.findByLabelText('First cursor');
}
const cursors = (first: number, second: number) => {
  fireEvent.change(screen.getByLabelText('First cursor'), { target: { value: String(first) } });
  fireEvent.change(screen.getByLabelText('Second cursor'), { target: { value: String(second) } });
};
const press = (name: RegExp | string) => userEvent.click(screen.getByRole('button', { name }));

describe('a recording on the screen', () => {
  it('says what it holds, and measures between two cursors: time, counts, and units', async () => {
    await openHeld();
    expect(screen.getByText('4.0 s · 2 columns', { exact: false })).toBeTruthy();
    // 0 … 1000 across what is shown, all of it: the push from 1 s to 2 s.
    cursors(125, 375);
    await screen.findByText(/from 204\d to 300\d/);
    expect(screen.getByText('999.8 ms')).toBeTruthy();
    expect(screen.getByText(/^9[56]\d counts$/)).toBeTruthy();
    expect(screen.getByText(/kPa, .* psi, .* cmH₂O/)).toBeTruthy();
  });
  it('nearer, further and along, by keys: what is shown never leaves the recording', async () => {
    await openHeld();
    const key = (name: string, code: string) => {
      fireEvent.keyDown(document.body, { key: name, code });
      fireEvent.keyUp(document.body, { key: name, code });
    };
    const shown = () => screen.getByRole('img', { name: /^Bellows, in counts/ }).getAttribute('aria-label');
    await waitFor(() => expect(shown()).toMatch(/from 0\.000 s to 3\.999 s$/));
    key('+', 'Equal');
    await waitFor(() => expect(shown()).toMatch(/from 1\.000 s to 2\.999 s$/));
    key('ArrowRight', 'ArrowRight');
    await waitFor(() => expect(shown()).toMatch(/from 1\.500 s to 3\.499 s$/));
    for (let i = 0; i < 6; i++) key('ArrowRight', 'ArrowRight');
    await waitFor(() => expect(shown()).toMatch(/from 2\.000 s to 3\.999 s$/));
    for (let i = 0; i < 3; i++) key('-', 'Minus');
    await waitFor(() => expect(shown()).toMatch(/from 0\.000 s to 3\.999 s$/));
  });
  it('trimmed, it is a new one, kept at once, that begins at 0, with its marks; undo shows the whole, redo the part', async () => {
    await openHeld();
    cursors(50, 500);
    await press('Trim to the cursors');
    await screen.findByText('1.8 s · 2 columns', { exact: false });
    expect(last.words).toMatchObject({ name: 'Held, part', marks: [expect.closeTo(300_000, -3)] });
    const [kept] = await recordingsOf('wherry');
    expect(kept).toMatchObject({
      name: 'Held, part',
      whole: true,
      channels: ['bellows', 'strange'],
      contacts: ['knee'],
    });
    expect(kept.seconds).toBeCloseTo(1.8, 1);
    await act(async () => {
      expect(await session.workspace.undo()).toMatchObject({ says: 'Held trimmed' });
    });
    await screen.findByText('4.0 s · 2 columns', { exact: false });
    expect(await recordingsOf('wherry')).toEqual([]);
    await act(async () => void (await session.workspace.redo()));
    await screen.findByText('1.8 s · 2 columns', { exact: false });
    await press(/Back to the board/);
    expect(DeskStandIn.open).toBe(0);
    await press(/Held, part/);
    await screen.findByText('1.8 s · 2 columns', { exact: false });
  });
  it('its name, tags and notes are kept when their field is left; Escape puts back what was there', async () => {
    await openHeld();
    await press(/Keep it/);
    await screen.findByRole('button', { name: 'Remove' });
    const name = screen.getByLabelText('Name');
    await userEvent.clear(name);
    await userEvent.type(name, 'Cold reed{Enter}');
    await userEvent.type(screen.getByLabelText('Tags, parted by commas'), 'a, b ,, a{Enter}');
    await waitFor(async () =>
      expect((await recordingsOf('wherry'))[0]).toMatchObject({ name: 'Cold reed', tags: ['a', 'b'] }),
    );
    await userEvent.type(screen.getByLabelText('Notes'), 'not this{Escape}');
    act(() => screen.getByLabelText('Notes').blur());
    expect(last.words.notes).toBe('');
    await act(async () => {
      await session.workspace.undo();
      await session.workspace.undo();
    });
    expect(last.words).toMatchObject({ name: 'Held', tags: [] });
  });
  it('a stretch of it becomes a take of a sensor, with what was marked as its gestures', async () => {
    await openHeld();
    expect(screen.getByRole('option', { name: 'Bellows', selected: true })).toBeTruthy();
    cursors(0, 500);
    await press('Use it so');
    await waitFor(() => expect(session.workspace.store.getState().takes).toHaveLength(1));
    await screen.findByText('It is the soft take of Bellows now. Calibrate uses it.');
    const [label] = await database().takes.where({ instrument: 'wherry' }).toArray();
    const [take] = await loadTakes([label.id]);
    expect(take).toMatchObject({ role: 'soft', channels: ['bellows'], marks: [500_000] });
    expect(take.tUs.length).toBeGreaterThan(1990);
    expect(take.counts[1500]).toBeGreaterThan(2999);
  });
  it('a take of a sensor opens as one too: drawn, played again, laid beneath another, and kept only if that is asked', async () => {
    await openHeld();
    await press('Use it so');
    // A notice of the same words may stand there from before.
    await waitFor(() => expect(session.workspace.store.getState().takes).toHaveLength(1));
    await press(/Back to the board/);
    await press('soft');
    await screen.findByText('1.3 s · 1 column', { exact: false });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Bellows, soft');
    expect(screen.queryByRole('button', { name: 'Remove' })).toBeNull();
    await press('Play it again');
    await waitFor(() => expect(session.live.getState().replays).toBe('Bellows, soft'));
    cleanup();
    await openHeld();
    await press('Lay another beneath');
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Bellows, soft' }));
    await press('Without Bellows, soft');
    expect(await recordingsOf('wherry')).toEqual([]);
  });
  it('nothing is cut or used where nothing lies between the cursors', async () => {
    await openHeld();
    cursors(300, 301);
    await press('Trim to the cursors');
    await screen.findByText(/Next to nothing lies between the cursors/);
    await press('Use it so');
    expect(screen.getByText('4.0 s · 2 columns', { exact: false })).toBeTruthy();
    expect(await database().takes.count()).toBe(0);
  });
  it('a finding leads to its lane and to its stretch', async () => {
    await openHeld();
    const wrong = screen.getByRole('region', { name: 'What is wrong' });
    const dead = await within(wrong).findByText(/strange/);
    await userEvent.click(dead);
    await screen.findByRole('img', { name: /^strange, in counts/ });
  });
  it('removed, it lies aside, and undo brings it back to where it was looked at', async () => {
    await openHeld();
    await press(/Keep it/);
    await screen.findByRole('button', { name: 'Remove' });
    await press('Remove');
    await waitFor(() => expect(left).toBe(1));
    expect(await recordingsOf('wherry')).toEqual([]);
    expect((await asideOf('wherry')).recordings.map((r) => r.name)).toEqual(['Held']);
    const step = await act(() => session.workspace.undo());
    expect(step).toMatchObject({ says: 'Held removed', at: { look: expect.any(String) } });
    expect(await recordingsOf('wherry')).toHaveLength(1);
  });
  it('that cannot be kept says why, and leaves nothing half kept', async () => {
    await openHeld();
    const full = Object.assign(new Error(), { name: 'QuotaExceededError' });
    vi.spyOn(database().pieces, 'bulkPut').mockRejectedValueOnce(full);
    await press(/Keep it/);
    await screen.findByText(/storage is full/i);
    expect(await recordingsOf('wherry')).toEqual([]);
    await screen.findByRole('button', { name: /Keep it/ });
  });
});

describe('the columns of a file', () => {
  const preview = {
    titles: ['time_ms', 'volts', 'A0', 'A1'],
    rows: [[0, 1.5, 2000, 30]],
    columns: { time: { place: 0, unitUs: 1000 }, names: ['', '', 'A0', 'A1'], noCounts: ['volts'] },
    notes: {},
  };
  const choose = async (column: number, to: string) => {
    await userEvent.selectOptions(screen.getByRole('combobox', { name: `Column ${column} is` }), to);
  };
  it('are what its first lines tell, can be others, and no two are the same', async () => {
    const read = vi.fn();
    show(<ChooseColumns name="log.csv" preview={preview} read={read} leave={() => {}} />);
    const now = () =>
      [1, 2, 3, 4].map(
        (n) => screen.getByRole<HTMLSelectElement>('combobox', { name: `Column ${n} is` }).value,
      );
    expect(now()).toEqual(['time, ms', 'left out', 'A0', 'A1']);
    await choose(3, 'bellows');
    await choose(4, 'bellows');
    expect(now()).toEqual(['time, ms', 'left out', 'left out', 'bellows']);
    await choose(2, 'time, s');
    expect(now()).toEqual(['left out', 'time, s', 'left out', 'bellows']);
    await choose(2, 'left out');
    await press(/Read it so/);
    expect(read).toHaveBeenCalledWith({ time: null, names: ['', '', '', 'bellows'], noCounts: ['volts'] });
  });
});
