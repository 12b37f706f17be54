import { act, fireEvent, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { beforeEach, expect, it, vi } from 'vitest';
import { allColumns } from '@/core/instrument/access';
import type { FingeringPitch } from '@/core/instrument/voices';
import { LiveStandIn, tickOf } from '@/session/testing/live-stand-in';
import { onDemo, session, show } from '../testing/test-bench';
import { freeSigns } from './finger-signs';
import { Fingering } from './fingering';

// happy-dom has no canvas to draw the chart of its risk on.
vi.mock('./fingering-risk', () => ({ FingeringRisk: () => null }));

let pitch: FingeringPitch;
onDemo('wherry');
beforeEach(() => {
  pitch = {
    is: 'fingering',
    fingers: [{ source: { sensor: 'leaves', port: 'touch' } }],
    table: [
      { keys: '1110000000', note: 64 },
      { keys: '1100000000', note: 66 },
    ],
    unassigned: 'hold',
  };
});

function Own() {
  const [own, setOwn] = useState(pitch);
  const change = (next: FingeringPitch) => {
    pitch = next;
    setOwn(next);
  };
  return <Fingering pitch={own} change={change} />;
}
const open = () => show(<Own />);
const table = () => pitch.table.map(({ keys, note }) => `${keys} ${note}`);
const finger = (n: number) => screen.getByRole('button', { name: new RegExp(`^Finger ${n} on the face`) });
const row = (keys: string) => screen.getByLabelText(`Note of ${keys}`).closest('li')!;
/** The leaves that a hand holds on the practice board. */
const hold = (...held: number[]) => {
  const instrument = session.workspace.store.getState().history!.present;
  const columns = allColumns(instrument);
  const leaves = instrument.sensors.find(({ id }) => id === 'leaves')!;
  const down = new Set(held.map((lane) => leaves.lanes[lane].column!));
  const responses = columns.map((column) => (down.has(column) ? 1 : 0));
  act(() => LiveStandIn.last.says(tickOf(columns.length, { responses })));
};

it('a fingering that is chosen is changed on the face, finger by finger; what another has is passed over', () => {
  open();
  fireEvent.click(row('1110000000'));
  expect(finger(3).getAttribute('aria-label')).toContain('down');
  // Up would be the other fingering: it becomes "either".
  fireEvent.click(finger(3));
  expect(table()).toEqual(['11x0000000 64', '1100000000 66']);
  fireEvent.keyDown(finger(10), { key: ' ' });
  expect(table()[0]).toBe('11x000000x 64');
});

it('fingers that are clicked with nothing chosen are taken as a fingering of their own, a semitone above the highest', () => {
  open();
  for (const n of [4, 4]) fireEvent.click(finger(n));
  expect(screen.getByText('in no fingering')).toBeTruthy();
  expect(table()).toHaveLength(2);
  fireEvent.click(screen.getByRole('button', { name: /^Take it/ }));
  expect(table()[0]).toBe('0001000000 67');
});

it('what is played goes before what was clicked, and Enter takes it', () => {
  open();
  fireEvent.click(row('1110000000'));
  hold(0, 9);
  expect(finger(10).getAttribute('aria-label')).toContain('down');
  expect(finger(2).getAttribute('aria-label')).toContain('up');
  fireEvent.keyDown(document.body, { key: 'Enter', code: 'Enter' });
  expect(table()[0]).toBe('1000000001 67');
  hold(0, 1);
  expect(within(screen.getByRole('region', { name: 'Fingering' })).getByText('fingering 3')).toBeTruthy();
});

it('signs that other fingerings have are passed over, and none is taken where they have all', () => {
  const taken =
    (...own: string[]) =>
    (keys: string) =>
      own.includes(keys);
  expect(freeSigns('110', '11x', taken())).toBe('11x');
  expect(freeSigns('110', '11x', taken('11x'))).toBe('111');
  expect(freeSigns('110', '11x', taken('11x', '111'))).toBeNull();
});
