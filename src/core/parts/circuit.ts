/** How a part is wired to its pin: what lies above the pin, below it, or around it. One element is named by its word, with its value. */
export interface Circuit {
  /** A part with leads of its own to supply, pin and ground. */
  box?: string;
  /** Whether the lead to the pin is its wiper. */
  wiper?: boolean;
  /** Between the pin and what feeds it: the supply, unless `from` says otherwise. */
  up?: string;
  from?: string;
  /** Between the pin and ground, side by side. */
  down?: readonly string[];
  /** Leads to supply, ground, data and clock in place of a pin. */
  bus?: boolean;
}

/** Ohms in digits: "4700 Ω", as a resistor is asked for. */
export const ohmsWords = (ohms: number): string => `${Number(ohms.toPrecision(6))} Ω`;

/** Pins named in a sentence beyond these are counted. */
const MOST_NAMED = 4;

/** How to connect it, in a sentence. @param pins that its lanes are led to; none where they are not told */
export function connectWords(
  { box, wiper, up, from, down = [], bus }: Circuit,
  pins: readonly string[],
  supplyVolts: number,
): string {
  const supply = from ?? `${supplyVolts} V`;
  const pin =
    pins.length === 0
      ? 'its pin'
      : pins.length === 1
        ? `pin ${pins[0]}`
        : pins.length <= MOST_NAMED
          ? `pins ${pins.join(', ')}, one of each a lane`
          : `pins ${pins[0]} to ${pins[pins.length - 1]}, one of each a lane`;
  if (bus) return `Connect ${box} to ${supply}, ground, and the data and clock of the bus.`;
  const parts = [
    ...(box ? [`${box} to ${supply}, ${pin}${wiper ? ' (its wiper)' : ''} and ground`] : []),
    ...(up ? [`${up} between ${supply} and ${pin}`] : []),
    ...(down.length > 0 ? [`${down.join(', and ')} between ${box || up ? 'that pin' : pin} and ground`] : []),
  ];
  return parts.length > 0 ? `Solder ${parts.join('; ')}.` : `Lead the pad to ${pin}; nothing else.`;
}

/** Whether it takes a lead of supply, and one of ground. */
export const leadsOf = ({
  box,
  up,
  from,
  down = [],
  bus,
}: Circuit): { supply: boolean; ground: boolean } => ({
  supply: Boolean(box || bus || (up && !from)),
  ground: Boolean(box || bus || down.length > 0),
});
