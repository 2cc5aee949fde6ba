import { longOr } from "../hard/long.ts";
import { Job } from "../judge/job.ts";
import { BrowserDesk } from "./browserDesk.ts";
import { expect, test } from "./shop.ts";

/** Physical machines with a job each, in the browser itself; all twelve with `--long`. */
const SEEDS = longOr([1, 4, 5, 8, 9, 11, 14, 20, 23, 27, 29, 34], [8]);
/** Tools on each. */
const TOOLS = longOr(2, 1);

for (const seed of SEEDS)
  test(`a machine drawn from seed ${seed}: what is typed, read and keyed puts every tip where it should stand`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    const report = await new Job(seed, new BrowserDesk(page, `J${seed}`), TOOLS).run();
    expect(report.wrong).toEqual([]);
  });
