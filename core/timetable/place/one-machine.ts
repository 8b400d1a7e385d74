/** One piece of work for one pair of hands, in seconds: not before `fromS`, and so much has to follow once it is done. */
export interface Job {
  fromS: number;
  lengthS: number;
  tailS: number;
}

/**
 * The soonest that all jobs with their tails can be over on one machine, if work could be put down and taken up again: no
 * schedule ends before. Jackson's preemptive schedule: at every moment the open job with the longest tail. Carlier, The
 * one-machine sequencing problem, European Journal of Operational Research 11 (1982) 42. −Infinity without jobs.
 */
export function oneMachineBound(jobs: readonly Job[]): number {
  const left = jobs.map((job) => ({ ...job })).sort((a, b) => a.fromS - b.fromS);
  const open: Job[] = [];
  let [at, next, endS] = [-Infinity, 0, -Infinity];
  while (open.length || next < left.length) {
    if (!open.length) at = Math.max(at, left[next]!.fromS);
    while (next < left.length && left[next]!.fromS <= at) open.push(left[next++]!);
    const job = open.reduce((a, b) => (b.tailS > a.tailS ? b : a));
    const until = Math.min(at + job.lengthS, left[next]?.fromS ?? Infinity);
    job.lengthS -= until - at;
    at = until;
    if (job.lengthS > 0) continue;
    endS = Math.max(endS, at + job.tailS);
    open.splice(open.indexOf(job), 1);
  }
  return endS;
}
