import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What wheel speed asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const wheelSpeedPlan: KindPlan = {
  signals: eachLane('interrupt'),
  rate: { leastHz: 0, because: 'its pulses are timed by themselves' },
  sourceOhms: 0,
  currentMa: 5,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'magnet switch sensor', count: lanes, cost: 1.5 },
    { name: 'magnet', count: 6 * lanes, cost: 0.3 },
  ],
  circuit: () => ({ box: 'the magnet sensor' }),
  steps: [
    { does: 'Space the magnets evenly round the wheel.', check: 'Turned evenly, its pulses come evenly.' },
    ...THREE_PIN_STEPS,
  ],
};
