import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { newInstrument } from '@/core/instrument/create';
import type { LevelCalibration } from '@/core/ways/level/calibration';
import type { Instrument } from '@/core/instrument/document';
import { LEVEL_STEPS } from '@/core/ways/level/steps';
import type { Voice } from '@/core/instrument/voices';
import { findBoardClass } from '@/core/plan/board-classes';
import { kneeSwitch, strikePads, touchPads } from '@/core/testing/bank-instruments';
import {
  breathController,
  breathNote,
  identityInstrument,
  levelWith,
  twoSided,
} from '@/core/testing/identity-response';
import type { Tick } from '@/workers/live-protocol';
import { nextStep } from './bench/next-step';
import { promptFor } from './calibrate/prompts';
import { TakesStrip } from './calibrate/takes-strip';
import { stationNamed, STATIONS } from './frame/stations';
import { TraceRing } from '@/session/trace-ring';
import { handKeys, keyWords } from './hooks/hand-map';
import { laneReader } from './parts/lane-values';
import { Findings } from './parts/findings';
import { GestureMark } from './parts/gesture-mark';
import { Notices, notify } from './parts/notice';
import { NumberField } from './parts/number-field';
import { agoWords, grouped, perHourWords, short } from './parts/words';
import { shownResponse } from './shape/use-shape';
import { MidiOut } from '@/session/midi-out';
import { VoiceRow } from './voice/voice-row';

afterEach(cleanup);

const instrument = (): Instrument => newInstrument('reed', 'Reed', '2026-11-25T00:00:00Z');

describe('words', () => {
  it('say how long ago, how often, and how many, so that it can be felt', () => {
    expect([2000, 125_000, 2 * 3_600_000, 26 * 3_600_000, 6 * 86_400_000, -50].map(agoWords)).toEqual([
      '2 s ago',
      '2 min ago',
      '2 h ago',
      'yesterday',
      '6 d ago',
      'just now',
    ]);
    expect([0, NaN, 1234, 1, 1 / 40, 1 / 3, 1 / 720, 1e-6].map(perHourWords)).toEqual([
      'none',
      'none',
      '1\u2009200 an hour',
      '1 an hour',
      '1 in 40 h',
      '1 in 3.0 h',
      '1 in 30 days',
      '< 1 a year',
    ]);
    expect([grouped(4213), grouped(999), short(3.14159), short(-42.4)]).toEqual([
      '4\u2009213',
      '999',
      '3.1',
      '-42',
    ]);
  });
  it('prompt with the sensor’s own verb, and say when it moved', () => {
    const [sensor] = instrument().sensors;
    expect(promptFor('soft', sensor).says).toBe('Blow as softly as you ever would.');
    expect(promptFor('soft', { ...sensor, verb: 'push' }).says).toBe('Push as softly as you ever would.');
    const view = {
      step: 0,
      role: 'rest' as const,
      done: 0,
      wanted: 8,
      peaks: [],
      lanes: null,
      rest: null,
      complaint: 'moved' as const,
    };
    expect(promptFor('rest', sensor, view).says).toBe('It moved. Let it rest.');
    for (const role of ['rest', 'soft', 'medium', 'loud', 'full'] as const)
      expect(promptFor(role, sensor).under).not.toBe('');
  });
});

describe('what comes next', () => {
  it('is the first thing that is missing, in working order', () => {
    const i = instrument();
    expect(nextStep(i).station).toBe('plan');
    i.boards[0].pins = findBoardClass('small-32')!.pins;
    expect(nextStep(i).station).toBe('calibrate');
    i.sensors[0].calibration = twoSided;
    expect(nextStep(i).station).toBe('shape');
    // A stick is played as it was measured.
    const stick = { ...i.sensors[0], kind: 'stick' };
    expect(nextStep({ ...i, sensors: [stick] }).station).toBe('voice');
    i.sensors[0].responses = [{ port: 'breath', family: 'power', gamma: 0.6 }];
    expect(nextStep(i)).toEqual({ says: 'give it a voice', station: 'voice' });
    i.voices = [breathNote()];
    expect(nextStep(i).station).toBe('load');
  });
  it('stations keep the design’s own numbers', () => {
    expect(STATIONS.map((s) => s.key).join('')).toBe('12345678');
    expect(['shape', 'log', '__proto__'].map((id) => stationNamed(id)?.name)).toEqual([
      'Shape',
      'Log',
      undefined,
    ]);
  });
});

describe('levels and traces', () => {
  it('a lane is read as it was measured, on the whole converter where it was not, and a contact as open or closed', () => {
    const own = { ...instrument(), sensors: [...instrument().sensors, touchPads([60]), kneeSwitch()] };
    const tick = {
      counts: [4095, 350],
      responses: [0.3, 0.5],
      closed: [true],
      computed: {},
    } as unknown as Tick;
    const reads = (now = tick) => own.sensors.map((sensor) => laneReader(own, sensor)(now, 0));
    expect(reads()).toEqual([1, 0.5, 1]);
    own.sensors[0].calibration = twoSided;
    expect(reads()[0]).toBe(0.3);
    // What is computed first stands for what was read.
    expect(reads({ ...tick, computed: { 'breath/0/breath': -0.4 } })[0]).toBe(0.4);
  });
  it('keys play the chosen level, a bank’s lanes and the switch, each its own', () => {
    const own = { ...instrument(), sensors: [...instrument().sensors, touchPads([60, 62]), kneeSwitch()] };
    const keys = handKeys(own, 'breath');
    expect(own.sensors.map((s) => keyWords(keys, s.id))).toEqual(['Z X C', 'Q W', 'A']);
    expect(keys.KeyW).toEqual({ sensor: 'pads', lane: 1, strength: expect.any(Number) });
  });
  it('a trace holds its last eight seconds and nothing more', () => {
    const ring = new TraceRing();
    for (let i = 0; i < ring.size + 5; i++) ring.push(i, i + 1);
    expect([ring.filled, ring.total, ring.at, ring.low[4], ring.low[5]]).toEqual([
      ring.size,
      ring.size + 5,
      5,
      ring.size + 4,
      5,
    ]);
  });
  it('a gesture mark is drawn from the take, dashed before there is one', () => {
    const [sensor] = instrument().sensors;
    const { container, rerender } = render(<GestureMark sensor={sensor} />);
    expect(container.querySelector('path')!.getAttribute('stroke-dasharray')).not.toBeNull();
    rerender(<GestureMark sensor={{ ...sensor, mark: [0, 1, 0] }} />);
    const path = container.querySelector('path')!;
    expect(path.getAttribute('d')).toBe('M2.0 18.0L22.0 3.0L42.0 18.0');
    expect(path.getAttribute('stroke-dasharray')).toBeNull();
    expect(path.getAttribute('stroke')).toBe('var(--breath)');
  });
});

describe('findings', () => {
  it('offer what can be done as a button, and what cannot as words, each with its price', () => {
    const cure = vi.fn();
    const cures = [
      { says: 'Record a longer rest', cost: 'about 8 s', redo: 'rest' as const },
      { says: 'A gauge of a narrower range', cost: 'a part' },
    ];
    render(
      <Findings
        act={cure}
        findings={[
          { code: 'x', severity: 'doubt', sensor: 's', says: 'Rest is short.', causes: ['a', 'b'], cures },
        ]}
      />,
    );
    expect(screen.getByText('Likely: a; or b.')).toBeTruthy();
    expect(screen.getAllByRole('button')).toHaveLength(1);
    fireEvent.click(screen.getByRole('button', { name: /Record a longer rest.*about 8 s/ }));
    expect(cure).toHaveBeenCalledWith(cures[0]);
  });
  it('takes say what they hold, can be played again one by one, and none that is kept is out of reach', () => {
    const redo = vi.fn();
    const stand = vi.fn();
    const take = {
      id: 't',
      instrument: 'i',
      sensor: 's',
      role: 'rest' as const,
      at: '',
      channels: ['s'],
      bits: 12,
      rateHz: 1000,
      whole: true,
      order: 1,
    };
    const strip = (takes: (typeof take)[]) => (
      <TakesStrip steps={LEVEL_STEPS} takes={takes} report={null} redo={redo} stand={stand} />
    );
    const { rerender } = render(strip([]));
    expect(screen.queryByRole('button')).toBeNull();
    rerender(strip([take]));
    expect(screen.getAllByText('to do')).toHaveLength(4);
    fireEvent.click(screen.getByRole('button', { name: 'Play soft again' }));
    expect(redo).toHaveBeenCalledWith('soft');
    const newer = { ...take, id: 'newer', order: 2 };
    const cut = { ...take, id: 'cut', order: 3, whole: false };
    rerender(strip([take, newer, cut]));
    fireEvent.click(screen.getByRole('button', { name: 'Use the earlier rest take' }));
    fireEvent.click(screen.getByRole('button', { name: 'Use the rest take that was cut off' }));
    expect(stand.mock.calls.map(([t]) => t.id)).toEqual(['t', 'cut']);
  });
  it('a notice is said, and its action done once', async () => {
    const run = vi.fn();
    render(<Notices />);
    expect(screen.queryByText('Wherry is removed.')).toBeNull();
    act(() => notify('Wherry is removed.', { word: 'Bring it back', run }));
    fireEvent.click(await screen.findByRole('button', { name: 'Bring it back' }));
    expect(run).toHaveBeenCalledTimes(1);
    expect(screen.queryByText('Wherry is removed.')).toBeNull();
  });
});

describe('the curve that is shown', () => {
  const played = { soft: 0.05, medium: 0.4, loud: 0.85 };
  it('is a proposal only while the sensor was never shaped and all dynamics were played', () => {
    expect(shownResponse({ family: 'straight' }, null)).toEqual({
      shown: { family: 'straight' },
      proposed: false,
    });
    expect(shownResponse({ family: 'straight' }, played).proposed).toBe(true);
    const chosen = { family: 'straight' as const, dynamics: { soft: 10, medium: 60, loud: 120 } };
    expect(shownResponse(chosen, played)).toEqual({ shown: chosen, proposed: false });
  });
});

describe('a number that is typed', () => {
  const field = (value = 1000, set = vi.fn()) => {
    const Held = () => {
      const [held, setHeld] = useState(value);
      const take = (n: number) => {
        set(n);
        setHeld(n);
      };
      return <NumberField label="A second" value={held} low={20} high={1000} set={take} />;
    };
    render(<Held />);
    return { set, user: userEvent.setup(), input: screen.getByRole<HTMLInputElement>('spinbutton') };
  };
  it('changes nothing while it is typed; Enter takes it, and so does leaving the field', async () => {
    const { set, user, input } = field();
    await user.click(input);
    await user.keyboard('200');
    expect([input.value, set.mock.calls.length]).toEqual(['200', 0]);
    await user.keyboard('{Enter}');
    await waitFor(() => expect(set.mock.calls).toEqual([[200]]));
    expect(document.activeElement).not.toBe(input);
    await user.clear(input);
    await user.keyboard('30');
    await user.tab();
    await waitFor(() => expect(set.mock.calls).toEqual([[200], [30]]));
  });
  it('puts back what was there on Escape, and where no number was typed', async () => {
    const { set, user, input } = field();
    for (const keys of ['7{Escape}', 'x{Enter}', '-{Enter}']) {
      await user.click(input);
      await user.clear(input);
      await user.keyboard(keys);
      expect(input.value, keys).toBe('1000');
    }
    await user.clear(input);
    await user.tab();
    expect(set).not.toHaveBeenCalled();
  });
  it('steps with the arrow keys from what is typed, and keeps to its limits', async () => {
    const { set, user, input } = field(500);
    await user.click(input);
    await user.keyboard('{ArrowUp}{Shift>}{ArrowUp}{/Shift}{ArrowDown}');
    expect(set.mock.calls.flat()).toEqual([501, 511, 510]);
    await user.clear(input);
    await user.keyboard('40{ArrowDown}');
    expect(set).toHaveBeenLastCalledWith(39);
    await user.clear(input);
    await user.keyboard('{ArrowUp}');
    expect(set).toHaveBeenLastCalledWith(40);
  });
  it('refuses beside itself what is out of range, no number, or no whole one, with the range, and keeps what stood', async () => {
    const { set, user, input } = field(500);
    for (const [keys, says] of [
      ['99999', '99999: 20 to 1000. 500 stays.'],
      ['17,5', '17,5: 20 to 1000. 500 stays.'],
      ['47,5', '47,5: whole numbers only. 500 stays.'],
      ['1,000', '1,000 can be read in two ways: type it without the comma. 500 stays.'],
    ]) {
      await user.clear(input);
      await user.type(input, `${keys}{Enter}`);
      expect((await screen.findByRole('alert')).textContent).toBe(says);
      expect(input.value).toBe('500');
    }
    expect(set).not.toHaveBeenCalled();
    await user.clear(input);
    await user.type(input, '0k4{Enter}');
    await waitFor(() => expect(set.mock.calls).toEqual([[400]]));
    expect(screen.queryByRole('alert')).toBeNull();
  });
});

describe('a voice as a sentence', () => {
  const row = (voice: Voice, c: LevelCalibration | null = null, change = vi.fn()) => {
    const own = identityInstrument([voice]);
    own.sensors[0].calibration = c ?? undefined;
    render(
      <ul>
        <VoiceRow instrument={own} voice={voice} change={change} remove={vi.fn()} another={null} />
      </ul>,
    );
    const type = async (label: string, keys: string) => {
      const user = userEvent.setup();
      await user.click(screen.getByLabelText(label));
      await user.clear(screen.getByLabelText(label));
      await user.keyboard(`${keys}{Enter}`);
    };
    return { change, type };
  };
  it('keeps numbers within what MIDI allows, and plays into a zone of the channel that is typed', async () => {
    const { change, type } = row(breathNote());
    expect(screen.getByDisplayValue('D4')).toBeTruthy();
    await type('Note', '300');
    expect(screen.getByRole('alert').textContent).toBe('300: C-1 to G9. D4 stays.');
    expect(change).not.toHaveBeenCalled();
    await type('Note', 'f#3');
    expect(change).toHaveBeenLastCalledWith(expect.objectContaining({ pitch: { is: 'fixed', note: 54 } }));
    await type('Channel', '16');
    expect(change).toHaveBeenLastCalledWith(expect.objectContaining({ zone: 'channel-16' }), [
      { is: 'single', id: 'channel-16', channel: 16 },
    ]);
  });
  it('takes full velocity from what a loud attack reaches in the window that is set', async () => {
    const attack = [
      { windowMs: 10, distance: 100 },
      { windowMs: 20, distance: 300 },
    ];
    const { change, type } = row(breathNote(), levelWith(twoSided, { attack }));
    await type('Milliseconds', '15');
    expect(change.mock.lastCall![0].velocity).toMatchObject({ windowMs: 15, full: 200 });
  });
  it('lets any bank of notes choose, by what is done to it; the choice names its port', async () => {
    const voice = breathNote();
    const own = identityInstrument([voice]);
    const instrument = { ...own, sensors: [...own.sensors, strikePads([60, 62])] };
    const change = vi.fn();
    render(
      <VoiceRow instrument={instrument} voice={voice} change={change} remove={vi.fn()} another={null} />,
    );
    await userEvent.selectOptions(screen.getByLabelText('Pitch'), 'of stones, the last struck');
    const pitch = { is: 'chosen', source: { sensor: 'stones', port: 'hit' }, by: 'last' };
    expect(change).toHaveBeenLastCalledWith(expect.objectContaining({ pitch }));
  });
  it('falls back to 7 bits where a controller has no low byte', async () => {
    const { change, type } = row(breathController({ bits: 14 }));
    await type('Controller number', '74');
    expect(change).toHaveBeenLastCalledWith(expect.objectContaining({ controller: 74, bits: 7 }));
  });
});

describe('MIDI out', () => {
  it('hears nothing from a loop of the computer’s own that it sends into', async () => {
    const loop = { id: 'l', name: 'Loop', send: () => {} };
    const back = { name: 'Loop', onmidimessage: null as ((e: { data: Uint8Array }) => void) | null };
    const access = { inputs: new Map([['b', back]]), outputs: new Map([['l', loop]]) };
    vi.stubGlobal('navigator', { requestMIDIAccess: async () => access });
    const out = new MidiOut();
    const heard: number[][] = [];
    await out.ask((bytes) => heard.push(bytes));
    back.onmidimessage!({ data: Uint8Array.of(0x90, 60, 1) });
    out.choose('l');
    back.onmidimessage!({ data: Uint8Array.of(0x90, 60, 2) });
    expect(heard).toEqual([[0x90, 60, 1]]);
  });
  it('ends what it started when another port is chosen, and is silent without one', async () => {
    const sent: number[][] = [];
    const keyboard: { onmidimessage?: (e: { data: Uint8Array }) => void } = {};
    const port = { id: 'p', name: null, send: (b: number[]) => sent.push(b) };
    vi.stubGlobal('navigator', {
      requestMIDIAccess: async () => ({
        inputs: new Map([['i', keyboard]]),
        outputs: new Map([['p', port]]),
      }),
    });
    const out = new MidiOut();
    const heard: number[][] = [];
    out.send([0x90, 60, 100]);
    expect(await out.ask((bytes) => heard.push(bytes))).toEqual({
      ports: [{ id: 'p', name: 'unnamed port' }],
    });
    // Whole messages of any sort are heard; bytes of none are not.
    keyboard.onmidimessage!({ data: Uint8Array.of(60, 99) });
    for (const bytes of [[0x90, 60, 99], [0xf8], [0xf0, 1, 0xf7]])
      keyboard.onmidimessage!({ data: Uint8Array.from(bytes) });
    expect(heard).toEqual([[0x90, 60, 99], [0xf8], [0xf0, 1, 0xf7]]);
    out.choose('p');
    out.send([0x93, 60, 100]);
    out.send([0x93, 64, 100]);
    out.send([0x83, 60, 64]);
    out.choose(null);
    expect(sent.at(-1)).toEqual([0x83, 64, 64]);
    expect(sent).toHaveLength(4);
    vi.unstubAllGlobals();
  });
  it('says why there is no port', async () => {
    const asked = async (navigator: object) => {
      vi.stubGlobal('navigator', navigator);
      const answer = await new MidiOut().ask();
      vi.unstubAllGlobals();
      return 'refused' in answer ? answer.refused : '';
    };
    expect(await asked({})).toMatch(/has no MIDI/);
    expect(
      await asked({ requestMIDIAccess: async () => ({ inputs: new Map(), outputs: new Map() }) }),
    ).toMatch(/no MIDI port.*Plug one in/);
    expect(
      await asked({ requestMIDIAccess: () => Promise.reject(new DOMException('', 'InvalidStateError')) }),
    ).toMatch(/refused MIDI/);
  });
});
