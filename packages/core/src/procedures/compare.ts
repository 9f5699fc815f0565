/** A task as a job has it. */
export interface TaskInFlight {
  key: string;
  name: string;
  done: boolean;
  /** Time was recorded on it. */
  timed: boolean;
}

export interface VersionChange {
  /** Keys of tasks that come newly, and that go. */
  added: string[];
  taken: string[];
  /** Tasks the new version has no place for that stay, because they are done or time stands on them. */
  kept: string[];
}

/** What becomes of the tasks of a job that is moved to another version of its procedure. Nothing done is lost. */
export function compareTasks(inFlight: readonly TaskInFlight[], planned: readonly { key: string }[]): VersionChange {
  const wanted = new Set(planned.map((task) => task.key));
  const there = new Set(inFlight.map((task) => task.key));
  const gone = inFlight.filter((task) => !wanted.has(task.key));
  const stays = (task: TaskInFlight) => task.done || task.timed;
  return {
    added: [...wanted].filter((key) => !there.has(key)),
    taken: gone.filter((task) => !stays(task)).map((task) => task.key),
    kept: gone.filter(stays).map((task) => task.key),
  };
}
