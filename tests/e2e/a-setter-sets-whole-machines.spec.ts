import type { Page } from "@playwright/test";
import { type SetupView, type ToolView, withWorkOffset } from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import { keyIn as keyedFor } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { demoSetup } from "./demoSetup.ts";
import { expect, keyIn, longTest, signInAs, tableCell, test, withoutFeed } from "./shop.ts";
import { addressOf, SimulatedSetter, type Truth } from "./simulatedSetter.ts";

test.describe.configure({ timeout: 240_000 });

const toolOf = (setup: SetupView, offset: string): ToolView => {
  const tool = setup.tools.find((one) => one.offset === offset);
  if (!tool) throw new Error(`offset ${offset} has a tool`);
  return tool;
};
const stepOf = async (page: Page) => {
  const { searchParams } = new URL(await addressOf(page));
  return { offset: searchParams.get("tool") ?? "", kind: searchParams.get("do") ?? "" };
};

async function acceptNose(page: Page, setter: SimulatedSetter, offset: string): Promise<void> {
  await expect(page.getByRole("heading", { name: `T${offset.padStart(2, "0")} · radius and tip` })).toBeVisible();
  await setter.accept(`${offset} nose`);
}

/** What the table must show for a tool whose truth is known: the cell, in the control's unit, sign and digits. */
function cellOf({ machine }: SetupView, tool: ToolView, axis: Axis, exact: number): string {
  const { value } = keyedFor(machine, axis, { exact, touched: undefined, before: undefined }, tool.zone);
  return formatLength(value, machine.resolution[axis] ?? machine.resolution.x);
}

/** Every cell of the table holds the truth, to the last digit. */
async function expectTable(page: Page, address: string, setup: SetupView, truth: Truth): Promise<void> {
  await page.goto(`${address}/table`);
  for (const [offset, axes] of Object.entries(truth)) {
    const tool = toolOf(setup, offset);
    for (const [axis, exact] of Object.entries(axes) as [Axis, number][]) {
      const cell = await tableCell(page, offset.padStart(2, "0"), `${axis.toUpperCase()} geometry`);
      await expect(cell, `${axis} of ${offset}`).toContainText(cellOf(setup, tool, axis, exact));
    }
  }
}

function report(name: string, counts: SimulatedSetter["counts"]): void {
  const touches = counts.filter(({ step }) => / [xyz] /.test(step));
  const most = Math.max(...touches.map(({ keys }) => keys));
  const mean = touches.reduce((sum, { keys }) => sum + keys, 0) / touches.length;
  process.stdout.write(
    `keys per touched axis, ${name}: mean ${mean.toFixed(1)}, most ${most}, over ${touches.length} axes (digits not counted)\n`,
  );
  expect(touches.filter(({ keys }) => keys > 6)).toEqual([]);
}

longTest("nine tools of a turret, from the facing tool to the part-off", async ({ page }) => {
  const { setup, address } = demoSetup("clamp-ring");
  const truth: Truth = {
    1: { x: -339.25, z: -402.88 },
    2: { x: -341.104, z: -405.412 },
    3: { x: -298.214, z: -361.33 },
    4: { x: -301.522, z: -352.817 },
    5: { x: -340.66, z: -404.105 },
    6: { x: -338.918, z: -401.244 },
    7: { x: -298.02, y: 0.014, z: -338.6 },
    8: { x: -260.442, y: -0.021, z: -371.25 },
    9: { x: -342.37, z: -399.761 },
  };
  const bench = { outside: 47.3, bore: 18.6, paper: 0.09, retreat: 20 };
  const setter = new SimulatedSetter(page, truth, bench, 0);
  await withoutFeed(page);
  await signInAs(page, "Ines");
  await page.goto(`${address}/touch?tool=1&do=x`);
  let isBored = false;
  for (let steps = 0; steps < 40 && (await addressOf(page)).includes("/touch"); steps++) {
    const { offset, kind } = await stepOf(page);
    if (kind === "hole") {
      await page.getByRole("textbox", { name: "hole, diameter" }).fill("18.2");
      await setter.accept("hole");
      isBored = true;
    } else if (kind === "nose") await acceptNose(page, setter, offset);
    else {
      const tool = toolOf(setup, offset);
      await expect(
        page.getByRole("heading", { name: new RegExp(`^T${offset.padStart(2, "0")} · ${kind.toUpperCase()}`) }),
      ).toBeVisible();
      // The tip on clean metal with paper, except where a skim is at hand.
      if (offset === "4" && kind === "x") expect(isBored).toBe(true);
      await setter.touch(setup, tool, kind as Axis);
    }
  }
  await expect(page).toHaveURL(/table/);
  await expectTable(page, address, setup, truth);
  report("nine-tool turret", setter.counts);
  expect(setter.doubted).toEqual([]);

  // One tool, two offsets: the second is the first less the blade's width, and follows it.
  await page.goto(`${address}/touch?tool=5&do=z`);
  await page.getByText("Something changed").click();
  await page.getByRole("textbox", { name: /second offset of T05/ }).fill("15");
  await page.getByRole("button", { name: "Make second offset" }).click();
  await expect(page.getByRole("link", { name: "second offset of T15, done" })).toBeVisible();
  await expect(page.getByText("index command")).toBeVisible();
  await expectTable(page, address, setup, {});
  await expect(await tableCell(page, "15", "Z geometry")).toContainText("−407.105");
  await expect(await tableCell(page, "15", "X geometry")).toContainText("−340.660");
  await expect(await tableCell(page, "15", "tip")).toContainText("4");

  // The whole table in the boxes of another school, and back: the same digits.
  await page.getByRole("button", { name: "School" }).click();
  await page.getByLabel("Convert into").selectOption("master-tool");
  await page.getByLabel("Master").selectOption("1");
  await page.getByRole("button", { name: /^Convert/ }).click();
  await expect(page.getByRole("heading", { name: "School: master tool" })).toBeVisible();
  await expect(await tableCell(page, "G54", "Z geometry")).toContainText("−402.880");
  await page.getByLabel("Convert into").selectOption("home-referenced");
  await page.getByRole("button", { name: /^Convert/ }).click();
  await expect(page.getByRole("heading", { name: "School: home-referenced" })).toBeVisible();
  await expectTable(page, address, setup, truth);
});

longTest("five tools of a bench lathe in inches, on a master", async ({ page }) => {
  const { setup, address } = demoSetup("roller-five");
  const inch = 25.4;
  const work = -7.2113 * inch;
  const truth: Truth = {
    1: { x: -5.1182 * inch, z: 0 },
    2: { x: -5.2044 * inch, z: 0.3127 * inch },
    3: { x: -3.5005 * inch, z: 0.9012 * inch },
    4: { x: -3.6021 * inch, z: 0.6003 * inch },
    5: { x: -5.1604 * inch, z: 0.2598 * inch },
  };
  const bench = { outside: 0.861 * inch, bore: 0.4 * inch, paper: 0.0035 * inch, retreat: 10 };
  const setter = new SimulatedSetter(page, truth, bench, work);
  await withoutFeed(page);
  await signInAs(page, "Ines");
  await page.goto(`${address}/touch?tool=1&do=x`);
  let view = setup;
  for (let steps = 0; steps < 30 && (await addressOf(page)).includes("/touch"); steps++) {
    const { offset, kind } = await stepOf(page);
    if (kind === "hole") {
      await page.getByRole("textbox", { name: "hole, diameter" }).fill(".375");
      await setter.accept("hole");
    } else if (kind === "nose") await acceptNose(page, setter, offset);
    else if (kind === "work") {
      await expect(page.getByRole("heading", { name: "G54 · Z, with T01" })).toBeVisible();
      await setter.touch(view, toolOf(view, "1"), "z", true);
      view = withWorkOffset(view, { ...view.workOffset, z: work });
    } else {
      await expect(
        page.getByRole("heading", { name: new RegExp(`^T0${offset} · ${kind.toUpperCase()}`) }),
      ).toBeVisible();
      if (steps === 0) await expect(keyIn(page)).toContainText("Add to X geometry, offset 01");
      await setter.touch(view, toolOf(view, offset), kind as Axis);
    }
  }
  await expect(page).toHaveURL(/table/);
  await expectTable(page, address, view, truth);
  await expect(await tableCell(page, "G54", "Z geometry")).toContainText("−7.2113");
  // Other stories set these tools elsewhere: what they found may be doubted against this.
  report("five-tool bench lathe", setter.counts);

  // The second tool's row is keyed in and ticked.
  const keyedZ = await tableCell(page, "02", "Z geometry");
  await page.waitForLoadState("networkidle");
  await keyedZ.focus();
  await page.keyboard.press("r");
  await expect(keyedZ).toContainText("keyed in");

  // The master's insert is indexed: its X and the work offset are asked for again, the others follow in one action.
  await page.goto(`${address}/touch?tool=1&do=x`);
  await page.getByText("Something changed").click();
  await page.getByRole("button", { name: "Insert of T01 indexed" }).click();
  await expect(page.getByRole("link", { name: /work offset Z with T01, to do again/ })).toBeVisible();
  await page.getByRole("link", { name: /work offset Z with T01, to do again/ }).click();
  const longer = new SimulatedSetter(page, truth, bench, work + 0.004 * inch);
  await expect(page.getByRole("heading", { name: "G54 · Z, with T01" })).toBeVisible();
  await longer.touch(view, toolOf(view, "1"), "z", true);
  await page.getByRole("button", { name: "Re-base the others" }).click();
  await expect(page.getByRole("button", { name: "Re-base the others" })).toHaveCount(0);
  const moved = Object.fromEntries(
    Object.entries(truth).map(([offset, { z = 0 }]) => [offset, { z: offset === "1" ? 0 : z - 0.004 * inch }]),
  );
  await expectTable(page, address, view, moved);
  // What was keyed before is not what is wanted any more, and the tick says so.
  await expect(await tableCell(page, "02", "Z geometry")).toContainText("keyed before it changed");
});

longTest("a Swiss-type with gang, cross, sub-side, back and arm tools", async ({ page }) => {
  const { setup, address } = demoSetup("cap-pin");
  const truth: Truth = {
    1: { x: 22.31, z: -61.044 },
    2: { x: 21.18, z: -60.71 },
    3: { x: 20.752, z: -58.402 },
    11: { x: 18.2, y: 0.031, z: -72.44 },
    21: { x: 14.008, y: 0.004, z: 0 },
    31: { x: 16.31, y: -0.012, z: -66.15 },
    32: { x: 0, y: 0.002, z: 0 },
    41: { x: 11.2, y: -0.021, z: -35.41 },
    42: { x: 11.204, y: 0.006, z: -29.802 },
  };
  const bench = { outside: 9.98, bore: 4, paper: 0.1, retreat: 15 };
  const setter = new SimulatedSetter(page, truth, bench, 0);
  await withoutFeed(page);
  await signInAs(page, "Ines");
  await page.goto(`${address}/touch?tool=1&do=x`);
  // Back tools wait for a part whose length is right; the main side goes on.
  await expect(page.getByRole("link", { name: /Z of T41, waits for a part whose overall length/ })).toBeVisible();
  for (let steps = 0; steps < 60 && (await addressOf(page)).includes("/touch"); steps++) {
    const { offset, kind } = await stepOf(page);
    if (kind === "length") {
      await page.getByRole("textbox", { name: "overall length as measured" }).fill("18.02");
      await page.getByRole("textbox", { name: "overall length on the drawing" }).fill("18");
      await page.getByRole("textbox", { name: "limits of the overall length" }).fill(".01");
      // 0.02 over, against 0.01: back tools wait, unless somebody goes on knowingly.
      await expect(page.getByText(/This part is 0\.020 mm too long for its limits/)).toBeVisible();
      await page.getByRole("textbox", { name: "limits of the overall length" }).fill(".05");
      await setter.accept("length");
    } else if (kind === "nose") await acceptNose(page, setter, offset);
    else {
      const tool = toolOf(setup, offset);
      await expect(
        page.getByRole("heading", { name: new RegExp(`^T${offset.padStart(2, "0")} · ${kind.toUpperCase()}`) }),
      ).toBeVisible();
      // Gang and cross tools are called with a retreat and jogged in; the arm touches with paper.
      if (kind === "x" && (offset === "2" || offset === "11")) await setter.choose("Call, then jog in");
      await setter.touch(setup, tool, kind as Axis);
    }
  }
  await expect(page).toHaveURL(/table/);
  await expectTable(page, address, setup, truth);
  report("Swiss-type", setter.counts);
  expect(setter.doubted).toEqual([]);

  // The part was longer than thought: both back tools move by the difference, together.
  await page.goto(`${address}/touch?do=length`);
  await page.getByRole("textbox", { name: "overall length as measured" }).fill("18.07");
  await expect(page.getByText("T41: Z −35.410 → −35.460")).toBeVisible();
  // 0.07 over, against 0.05: that is asked about again.
  await expect(page.getByRole("button", { name: "Shift 2 back tools" })).toBeDisabled();
  await page.getByRole("button", { name: "Go on, knowing it is off" }).click();
  await expect(page.getByText("Length 18.070, drawing 18.000 ± 0.050, gone on with")).toBeVisible();
  await expectTable(page, address, setup, { 41: { z: -35.46 }, 42: { z: -29.852 }, 1: { z: -61.044 } });

  // The plan shows one zone at a time.
  await page.goto(`${address}/touch`);
  await page.getByRole("link", { name: "Back", exact: true }).click();
  await expect(page.getByRole("link", { name: "X of T41, done" })).toBeVisible();
  await expect(page.getByRole("link", { name: "X of T01, done" })).toHaveCount(0);
});
