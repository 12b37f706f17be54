import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { onDemo, session, show } from '../testing/test-bench';
import { Notices } from '../parts/notice';
import { Tunings } from './tunings';

onDemo('wherry');
beforeEach(() => {
  show(
    <>
      <Tunings />
      <Notices />
    </>,
  );
});

const tunings = () => session.workspace.store.getState().history!.present.tunings ?? [];
const read = (name: string, text: string) =>
  userEvent.upload(screen.getByLabelText('Scala file'), new File([text], name));
/** Chooses from the menu of the only tuning. */
const choose = async (words: string) => {
  await userEvent.click(await screen.findByRole('button', { name: /^Save or send/ }));
  await userEvent.click(await screen.findByRole('menuitem', { name: words }));
};

describe('scales and tunings', () => {
  it('a scale is C major until its words are changed: its key, its notes by name', async () => {
    await userEvent.click(screen.getByRole('button', { name: 'Add a scale' }));
    const row = within(screen.getByRole('listitem'));
    await userEvent.selectOptions(row.getByLabelText('Key'), 'D');
    await userEvent.selectOptions(row.getByLabelText('Scale'), 'dorian');
    // Dorian: as natural minor with a major sixth.
    expect(tunings()).toMatchObject([{ is: 'scale', key: 2, notes: [0, 2, 3, 5, 7, 9, 10] }]);
    await userEvent.click(row.getByRole('button', { name: /^Remove/ }));
    expect(tunings()).toEqual([]);
  });
  it('a Scala file is read, a keyboard map goes with the scale before it, and a bad line is named', async () => {
    await read('map.kbm', '12\n0\n127\n60\n69\n440.0\n12\n');
    expect(await screen.findByText(/read its .scl file first/)).toBeTruthy();
    await read('fifths.scl', '! fifths.scl\n!\nThree fifths\n 3\n!\n 3/2\n 9/8\n 2/1\n');
    expect(tunings()).toMatchObject([{ is: 'scala', name: 'Three fifths' }]);
    await read('bad.scl', 'Bad\n 2\n 3/2\n two\n');
    expect((await screen.findByText(/bad\.scl was not read/)).textContent).toMatch(/line 4/);
    expect(tunings()).toHaveLength(1);
  });
  it('the dump goes to the chosen MIDI out as one system exclusive message, or it is said why not', async () => {
    const sent: number[][] = [];
    const port = { id: 'a', name: 'A', send: (bytes: number[]) => sent.push(bytes) };
    const access = { inputs: new Map(), outputs: new Map([['a', port]]) };
    const request = vi.fn(async (_options?: MIDIOptions) => access);
    Object.assign(navigator, { requestMIDIAccess: request });
    await userEvent.click(screen.getByRole('button', { name: 'Add a scale' }));
    await choose('Send the dump to MIDI out');
    expect(await screen.findByText(/Choose a MIDI out first/)).toBeTruthy();
    await session.midi.ask();
    session.midi.choose('a');
    await choose('Send the dump to MIDI out');
    // MIDI Tuning Standard (MIDI 1.0 Detailed Specification), bulk dump reply: F0 7E device 08 01 …, 408 bytes.
    expect(sent).toHaveLength(1);
    expect([sent[0].length, ...sent[0].slice(0, 2), ...sent[0].slice(3, 5), sent[0].at(-1)]).toEqual([
      408, 0xf0, 0x7e, 8, 1, 0xf7,
    ]);
    expect(request).toHaveBeenLastCalledWith({ sysex: true });
    request.mockRejectedValueOnce(new DOMException('no', 'SecurityError'));
    await choose('Send the dump to MIDI out');
    expect(await screen.findByText(/refused system exclusive messages \(SecurityError\)/)).toBeTruthy();
    Reflect.deleteProperty(navigator, 'requestMIDIAccess');
  });
});
