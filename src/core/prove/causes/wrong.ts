import { inOrder, type Case, type Why } from './case';
import { whyPassing } from './passing';

/** Another note, or another lane, answers. */
export function whyWrong(own: Case): Why {
  const { moments, proved } = own;
  const lanes = moments.filter(({ intended, lane }) => {
    const meant = proved.intended[intended!].lane;
    return meant !== null && meant !== lane;
  }).length;
  const { cures } = lanes === 0 ? whyPassing(own) : { cures: [] };
  return {
    causes: inOrder([
      [lanes, 'another lane answered: swapped wires, or crosstalk'],
      [
        moments.length - lanes,
        'its note is another than was meant: the table of notes or fingers, an octave, a finger that landed later',
      ],
    ]),
    cures: cures.filter(({ tries }) => tries),
  };
}
