/** The stations that work, in working order, each with its key; numbers left free belong to stations to come. */
export const STATIONS = [
  { id: 'plan', name: 'Plan', key: '1' },
  { id: 'listen', name: 'Listen', key: '2' },
  { id: 'calibrate', name: 'Calibrate', key: '3' },
  { id: 'shape', name: 'Shape', key: '4' },
  { id: 'voice', name: 'Voice', key: '5' },
  { id: 'prove', name: 'Prove', key: '6' },
  { id: 'load', name: 'Load', key: '7' },
  { id: 'log', name: 'Log', key: '8' },
] as const;

export type StationId = (typeof STATIONS)[number]['id'];

export const isStation = (id: string): id is StationId => STATIONS.some((s) => s.id === id);
