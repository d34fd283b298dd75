/**
 * `npm run bench:jobs`: the ten commonest jobs, done by hand at 1280x800: presses, seconds of a practised hand, and what
 * was out of sight. `npm run bench:jobs -- <folder>` does them, as they were done then, in an older build in a folder too.
 */
import { withPage } from './with-page';
import { Hand } from './hand';
import { JOBS, type Job } from './common-jobs';

interface Cost {
  readonly presses: number;
  readonly seconds: number;
  readonly unseen: readonly string[];
}

async function costOf(job: Job, folder: string | undefined): Promise<Cost> {
  let cost: Cost | undefined;
  await withPage(
    async (page) => {
      await page.context().grantPermissions(['microphone']);
      await job.ready(page);
      const hand = new Hand(page);
      await (folder === undefined ? job.now : job.before)(hand);
      await job.isDone(page);
      cost = { presses: hand.presses, seconds: hand.seconds, unseen: hand.unseen };
    },
    { folder },
  );
  if (!cost) throw new Error(`${job.name} was not done`);
  return cost;
}

const cell = ({ presses, seconds, unseen }: Cost): string =>
  `${presses} | ${seconds.toFixed(1)} s | ${unseen.join(', ') || '–'}`;

/** Presses and seconds of all jobs together. */
class Sum {
  presses = 0;
  seconds = 0;

  add({ presses, seconds }: Cost): void {
    this.presses += presses;
    this.seconds += seconds;
  }

  get words(): string {
    return `${this.presses} presses, ${this.seconds.toFixed(1)} s`;
  }
}

const older = process.argv[2];
const sums = { before: new Sum(), now: new Sum() };
console.log('| job | presses | seconds | out of sight |');
for (const job of JOBS) {
  for (const when of older === undefined ? (['now'] as const) : (['before', 'now'] as const)) {
    const cost = await costOf(job, when === 'before' ? older : undefined);
    sums[when].add(cost);
    console.log(`| ${job.name}, ${when} | ${cell(cost)} |`);
  }
}
if (older !== undefined) console.log(`all ten before: ${sums.before.words}`);
console.log(`all ten now: ${sums.now.words}`);
