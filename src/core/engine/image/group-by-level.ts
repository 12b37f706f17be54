import type { Image } from '../layout';

/** Puts the gates and the controls of each level together, in the order of the levels, and tells each level, and each hold, where its own stand. */
export function groupByLevel({ levels, gates, controls, holds }: Image): void {
  const byLevel = (a: { level: number }, b: { level: number }) => a.level - b.level;
  gates.sort(byLevel);
  controls.sort(byLevel);
  levels.forEach((level, i) => {
    level.gates = gates.filter((g) => g.level === i).length;
    level.gate = level.gates > 0 ? gates.findIndex((g) => g.level === i) : 0;
    level.controls = controls.filter((c) => c.level === i).length;
    level.control = level.controls > 0 ? controls.findIndex((c) => c.level === i) : 0;
  });
  // Those of one voice are of one level, and stay side by side.
  holds.forEach((hold, i) => {
    hold.controls = controls.filter((c) => c.hold === i + 1).length;
    hold.control = Math.max(
      0,
      controls.findIndex((c) => c.hold === i + 1),
    );
  });
}
