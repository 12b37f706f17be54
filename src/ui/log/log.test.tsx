import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { Instrument } from '@/core/instrument/document';
import { keepTake } from '@/store/takes';
import { now, onDemo, session, show } from '../testing/test-bench';
import { EntriesView } from './entries-view';
import { useLogLines } from './use-log-lines';
import { VersionsView } from './versions-view';

onDemo('wherry');

function Entries() {
  return <EntriesView lines={useLogLines()} />;
}
const onChannel = (channel: number): Instrument => ({
  ...now(),
  zones: now().zones.map((z, i) => (i === 0 && z.is === 'single' ? { ...z, channel } : z)),
});

describe('the entries', () => {
  it('are written by Enter, by the maker, with what was paid; Shift and Enter make a line; nothing is no entry', async () => {
    show(<Entries />);
    const field = screen.getByRole('textbox', { name: /What did you do/ });
    const before = now().log.length;
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(now().log).toHaveLength(before);
    await userEvent.type(field, 'Two springs{Shift>}{Enter}{/Shift}softer now');
    await userEvent.type(screen.getByRole('textbox', { name: /^Paid/ }), 'much');
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(screen.getByRole('alert').textContent).toBe('A number, 0 or more.');
    await userEvent.clear(screen.getByRole('textbox', { name: /^Paid/ }));
    await userEvent.type(screen.getByRole('textbox', { name: /^Paid/ }), '3,5');
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(now().log.at(-1)).toMatchObject({ says: 'Two springs\nsofter now', by: 'maker', cost: 3.5 });
    expect((field as HTMLTextAreaElement).value).toBe('');
    await act(async () => void (await session.workspace.undo()));
    expect(now().log).toHaveLength(before);
  });
  it('are searched, and shown by what they tell of', async () => {
    const take = {
      instrument: session.id,
      sensor: 'bellows',
      at: '2026-11-18T10:00:00Z',
      channels: ['bellows'],
      bits: 12,
      rateHz: 1000,
      whole: false,
    };
    const frames = { channels: ['bellows'], tUs: Float64Array.of(0), counts: Uint16Array.of(2042) };
    for (const role of ['rest', 'soft'] as const) await keepTake({ ...take, id: role, role }, frames);
    await act(async () => void (await session.workspace.reloadTakes()));
    show(<Entries />);
    const lines = () => screen.getAllByRole('listitem').filter((li) => li.hasAttribute('data-is'));
    const all = lines().length;
    expect(all).toBeGreaterThan(3);
    await userEvent.type(screen.getByRole('searchbox'), 'side branch');
    expect(lines()).toHaveLength(1);
    expect(within(lines()[0]).getByText(/gauge moved to a side branch/)).toBeTruthy();
    await userEvent.clear(screen.getByRole('searchbox'));
    await userEvent.click(screen.getByRole('button', { name: 'take' }));
    expect(lines().every((li) => li.getAttribute('data-is') === 'take')).toBe(true);
    // Takes of one go are one line.
    expect(lines().some((li) => /Takes of Bellows: .*rest.*soft/.test(li.textContent ?? ''))).toBe(true);
    await userEvent.type(screen.getByRole('searchbox'), 'nowhere at all');
    expect(screen.getByText('No entry has all of these words.')).toBeTruthy();
  });
});

describe('the versions', () => {
  const accept = async (channel: number) => {
    act(() => void session.workspace.change(`channel ${channel}`, onChannel(channel), true));
    await waitFor(() =>
      expect(session.workspace.store.getState().versions[0]?.says).toBe(`channel ${channel}`),
    );
  };
  it('say what they changed and what is otherwise since; one is taken back, and that is a version too', async () => {
    show(<VersionsView />);
    expect(screen.getByText(/^No version yet/)).toBeTruthy();
    await accept(4);
    await accept(9);
    await userEvent.click(screen.getByRole('button', { name: /^1\s*channel 4/ }));
    expect(screen.getByText('zone: channel 1 → 4')).toBeTruthy();
    expect(screen.getByText('zone: channel 4 → 9')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Take it back' }));
    expect(now().zones[0]).toMatchObject({ channel: 4 });
    await waitFor(() => expect(screen.getByRole('button', { name: /^3\s*back to version 1/ })).toBeTruthy());
    expect(screen.getByText('Nothing: this is how it is now.')).toBeTruthy();
  });
  it('go on along a branch, and come back to where the other was left', async () => {
    show(<VersionsView />);
    await accept(4);
    await userEvent.type(screen.getByRole('textbox', { name: /branch/ }), 'louder{Enter}');
    await waitFor(() => expect(screen.getByText('louder', { selector: 'b' })).toBeTruthy());
    await accept(12);
    expect(session.workspace.store.getState().versions[0].branch).toBe('louder');
    await userEvent.click(screen.getByRole('button', { name: 'Go to main' }));
    expect(now().zones[0]).toMatchObject({ channel: 4 });
    await waitFor(() => expect(session.workspace.store.getState().versions[0].branch).toBe('main'));
    await userEvent.click(screen.getByRole('button', { name: 'Go to louder' }));
    expect(now().zones[0]).toMatchObject({ channel: 12 });
  });
});
