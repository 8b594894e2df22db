import type { SystemDocument } from '../types.ts';

/** Every id that is taken: of vessels, paths, branches, controls. */
function taken(s: SystemDocument): Set<string> {
  return new Set([
    ...s.vessels.map((v) => v.id),
    ...s.paths.flatMap((p) => [
      p.id,
      ...(p.kind === 'pumped-line' ? p.branches.map((b) => b.id) : []),
    ]),
    ...s.controls.map((c) => c.id),
  ]);
}

/** Ids that are free, each different from those it has given before. */
export function freshIds(s: SystemDocument): (base: string) => string {
  const used = taken(s);
  return (base) => {
    let id = base;
    for (let i = 2; used.has(id); i++) id = `${base}-${i}`;
    used.add(id);
    return id;
  };
}

const ORDINALS = ['First', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth'];

/** A name for one more of a kind that no vessel has yet: “Third bed”, “Bed 9”. */
export function nextName(s: SystemDocument, kind: string): string {
  const names = new Set([...s.vessels.map((v) => v.name), ...s.paths.map((p) => p.name)]);
  const count = s.vessels.filter((v) => v.name.toLowerCase().includes(kind)).length;
  for (let i = count; i < 60; i++) {
    const name = ORDINALS[i] ? `${ORDINALS[i]} ${kind}` : `${kind} ${i + 1}`;
    if (!names.has(name)) return name;
  }
  return `${kind} more`;
}
