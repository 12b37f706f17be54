/** Terms that are not everyday, each in one sentence. */
export const TERMS = {
  phantom: 'A phantom note sounds though nobody plays: noise alone went past “on”.',
  'hold-off':
    'The least time that a note stays off before it may begin again; it hides stutter, and limits fast repeats.',
  lane: 'One input of a sensor that has several alike: one pad of a bank, one key, one axis.',
  deadband: 'Changes smaller than this are not sent, so that a still hand sends nothing.',
  σ: 'σ (sigma) is how far noise usually strays: two thirds of all readings lie within one of it.',
  crosstalk: 'A lane that answers while only its neighbour is played.',
  threshold: 'The count at which a note begins (“on”) or ends (“off”).',
  reach: 'The count of your comfortable loudest; playing is scaled from rest to there.',
  mask: 'Time after a strike in which its own ringing cannot sound again.',
  debounce: 'Contacts bounce when they close; changes within this time after the first are passed over.',
  factor:
    'How many times as long a stroke of this key takes as one of the others that is struck alike: it is evened out.',
  flicker: 'Values that change and are sent though nobody plays.',
  digest: 'A short number made from all that the board plays: the same number, the same playing.',
  drift: 'How far rest moves by itself in a minute: warmth, moisture, wear.',
} as const;

export type TermId = keyof typeof TERMS;
