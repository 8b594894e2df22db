import { nanoid } from 'nanoid';
import type { RunUnderWay } from '../../core/formats/underWay';
import { tellOthers } from './channel';
import { actionsOf, database, deleteRuns, type StoredAct, type StoredRun } from './database';
import { plain } from './db';
import { ask, attempt, heldTable, type StoreResult } from './held';

/** Practice runs under way: a run is a row, each act of it is one, so that the acts of two windows all count. */

const runs = heldTable<StoredRun>(
  (r) => r.id,
  (rows) => database.runs.bulkPut([...rows]),
);
const acts = heldTable<StoredAct>(
  (a) => `${a.run}/${a.id}`,
  (rows) => database.acts.bulkPut([...rows]),
);

export interface SavedRun {
  readonly run: StoredRun;
  readonly acts: readonly StoredAct[];
}
const inOrder = (a: StoredAct, b: StoredAct): number =>
  a.at - b.at || (a.id < b.id ? -1 : Number(a.id > b.id));

const filed = ({ run: { id: _, system: __, ...run }, acts }: SavedRun): RunUnderWay => ({
  ...run,
  acts: acts.map(({ at, act, about }) => ({ at, act, about })),
});

export const runStore = {
  /** The run of a system that is under way, begun last; nothing where none is. */
  async open(system: string): Promise<StoreResult<SavedRun | null>> {
    const kept = await ask(async () => {
      const stored = await database.runs.where('system').equals(system).toArray();
      const held = runs.rows().filter((r) => r.system === system);
      const run = [...stored, ...held].sort((a, b) => a.begun - b.begun).at(-1);
      if (!run) return null;
      const there = await actionsOf(run.id).toArray();
      const mine = acts.rows().filter((a) => a.run === run.id);
      const all = new Map([...there, ...mine].map((a) => [a.id, a]));
      return { run, acts: [...all.values()].sort(inOrder) };
    });
    if (kept.ok) return kept;
    const run = runs.rows().find((r) => r.system === system);
    const rest = run && {
      run,
      acts: acts
        .rows()
        .filter((a) => a.run === run.id)
        .sort(inOrder),
    };
    return rest ? { ...kept, rest } : kept;
  },
  /** Begins a run; another of the same system ends. */
  async begin(run: StoredRun): Promise<StoreResult<unknown>> {
    await runStore.end(run.system);
    const kept = await runs.write([plain(run)]);
    tellOthers({ what: 'run', id: run.system });
    return kept;
  },
  /**
   * Takes in the run of a file, where none is under way here.
   *
   * @returns what the store said
   */
  async take(system: string, of: RunUnderWay): Promise<StoreResult<unknown>> {
    const there = await runStore.open(system);
    if (!there.ok || there.value) return there;
    const { acts: done, ...rest } = of;
    const id = nanoid(12);
    const kept = await runs.write([plain({ ...rest, id, system })]);
    const rows = done.map((a, i) => plain({ ...a, run: id, id: `${a.at}-${i}` }));
    const all = rows.length ? await acts.write(rows) : kept;
    tellOthers({ what: 'run', id: system });
    return kept.ok ? all : kept;
  },
  /** The run of a system that is under way, as it goes with it in a file. */
  async filed(system: string): Promise<StoreResult<RunUnderWay | null>> {
    const kept = await runStore.open(system);
    if (kept.ok) return { ok: true, value: kept.value && filed(kept.value) };
    return kept.rest ? { ...kept, rest: filed(kept.rest) } : { ...kept, rest: null };
  },
  async act(system: string, act: StoredAct): Promise<StoreResult<unknown>> {
    const kept = await acts.write([plain(act)]);
    tellOthers({ what: 'run', id: system });
    return kept;
  },
  /** Ends the runs of a system. */
  async end(system: string): Promise<StoreResult<unknown>> {
    for (const r of runs.rows()) {
      if (r.system !== system) continue;
      for (const a of acts.rows()) if (a.run === r.id) acts.forget(`${a.run}/${a.id}`);
      runs.forget(r.id);
    }
    const kept = await attempt(() =>
      database.transaction('rw', database.runs, database.acts, () => deleteRuns(system)),
    );
    tellOthers({ what: 'run', id: system });
    return kept;
  },
};
