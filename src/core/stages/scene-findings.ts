import type { Instrument } from '../instrument/document';

/** What is amiss with scenes and what selects them, a sentence each. */
export function sceneFindings({ scenes, selectors = [], boards, sensors }: Instrument): string[] {
  if (scenes.length === 0) return [];
  if (selectors.length === 0) return [`Nothing selects a scene yet: ${scenes[0].name} plays for good.`];
  const steps = selectors.some(({ step }) => step !== undefined);
  const named = new Set(selectors.map(({ scene }) => scene));
  const unreached = steps ? [] : scenes.slice(1).filter(({ id }) => !named.has(id));
  const kept = scenes.filter(({ id }) => !steps && selectors.every(({ scene }) => scene === id));
  const deaf = boards.filter(
    ({ id }) => !selectors.some(({ gate }) => sensors.find((s) => s.id === gate.sensor)?.board === id),
  );
  return [
    ...unreached.map(({ name }) => `Nothing selects ${name}.`),
    ...kept.map(({ name }) => `Nothing leads out of ${name}.`),
    ...deaf.map(
      ({ name }) => `${name} stays in ${scenes[0].name}: a board changes its scene by gates of its own.`,
    ),
  ];
}
