import { nanoid } from 'nanoid';
import type { Edit, OwnTask } from '../../../core/system';

/** Longest name of a task, letters. */
const LONGEST = 120;

/** The step that adds a task of the grower's own, of ten minutes: its edits and its label. */
export function ownTaskStep(
  task: Pick<OwnTask, 'title' | 'why' | 'every' | 'unit' | 'begins'>,
): [edits: Edit[], label: string] {
  const id = `own-${nanoid(8)}`;
  const title = task.title.trim().slice(0, LONGEST);
  return [[{ at: `care.own.${id}`, to: { ...task, id, title, minutes: 10 } }], `Task: ${title}`];
}
