import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import type { Cable } from '@/session/cable';
import { ANSWER } from '@/core/engine/codes';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { writeDump } from '@/core/exchange/settings/settings-dump';
import { HEAD_BYTES } from '@/core/exchange/settings/settings-room';
import { dumpInSysex, settingsSysex } from '@/core/exchange/settings/settings-sysex';
import type { Instrument } from '@/core/instrument/document';
import { LiveStandIn, tickOf } from '@/session/testing/live-stand-in';
import { onDemo, session, show } from '../testing/test-bench';
import { SettingsView } from './settings-view';

onDemo('wherry');

const wherry = (): Instrument => session.workspace.store.getState().history!.present;
const open = (instrument = wherry(), board = instrument.boards[0]) =>
  show(<SettingsView instrument={instrument} board={board} />);
const identity = () => identityOf(wherry(), wherry().boards[0], compile(wherry()));
const status = () => document.querySelector('[aria-live]')!.textContent;
/** The line as a board that answers would bring it. */
const answers = (says: number, n: number) =>
  act(() =>
    LiveStandIn.last.says(
      tickOf(20, {
        line: {
          ...{ packets: 9, lines: 0, bad: 0, bytes: 9, garbled: 0, width: 20, columns: 20 },
          ...{ timed: true, restarts: 0, past: 0, who: null, answer: { says, n }, health: null },
        },
      }),
    ),
  );

describe('settings without a new build', () => {
  it('go to the board on the cable, and its answer is said; none can go without one', async () => {
    open();
    const button = screen.getByRole('button', { name: /Settings to the board/ });
    expect(button.hasAttribute('disabled')).toBe(true);
    const sent: Uint8Array[] = [];
    const write = async (bytes: Uint8Array) => void sent.push(bytes);
    session['cable'] = { write, send: async () => {}, close: async () => {} } as unknown as Cable;
    act(() => session.live.setState({ cable: { is: 'open', baud: 500_000 } }));
    for (const [n, [says, words]] of (
      [
        [ANSWER.taken, /keeps them without power/],
        [ANSWER.takenForNow, /until its power goes/],
        [ANSWER.otherStructure, /built for other sensors/],
      ] as const
    ).entries()) {
      await userEvent.keyboard('l');
      answers(says, n + 1);
      await waitFor(() => expect(status()).toMatch(words));
    }
    const image = compile(wherry());
    const dump = dumpInSysex(sent[0]);
    expect(dump.ok && Array.from(dump.value.subarray(HEAD_BYTES))).toEqual(
      Array.from(writeDump(image, identity()).subarray(HEAD_BYTES)),
    );
  });
  it('a file is compared with them: what differs is counted, and what is no file of settings is said', async () => {
    open();
    const input = screen.getByLabelText('Settings to compare');
    const give = (bytes: Uint8Array<ArrayBuffer>) =>
      userEvent.upload(input, new File([bytes], 'own.syx'), { applyAccept: false });
    const own = compile(wherry());
    await give(settingsSysex(writeDump(own, identity())));
    await waitFor(() => expect(status()).toMatch(/own\.syx: It holds the settings of this instrument/));
    const [level, ...levels] = own.levels;
    const moved = { ...own, levels: [{ ...level, rest: level.rest + 1 }, ...levels] };
    await give(settingsSysex(writeDump(moved, identity())));
    await waitFor(() => expect(status()).toMatch(/differs from this instrument in 1 level\./));
    await give(Uint8Array.of(1, 2, 3));
    await waitFor(() => expect(status()).toMatch(/cannot be compared.*holds no settings/));
  });
  it('a board without the memory is told so, with the figure', () => {
    const own = wherry();
    open(own, { ...own.boards[0], memoryBytes: 2048 });
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByText(/come with each build.*would take [\d ,.\u202f]+ bytes/)).toBeTruthy();
  });
});
