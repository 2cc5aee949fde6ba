import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, signInAs, tableCell, test } from "./shop.ts";

longTest("a holder is swept, a bar's overhang judged, and both are on record", async ({ page }) => {
  const { address } = demoSetup("clamp-ring");
  await signInAs(page, "Ines");
  await page.goto(`${address}/mount?tool=3&check=sweep`);
  const readings = { "0": "0.02", "90": "0.01", "180": "-0.02", "270": "-0.01" };
  await page.getByRole("button", { name: "Save sweep on centre" }).click();
  await expect(page.getByText("Type the reading at 0°.")).toBeVisible();
  for (const [angle, reading] of Object.entries(readings))
    await page.getByRole("textbox", { name: `reading at ${angle}°` }).fill(reading);
  const result = page.getByRole("region", { name: /Result, Sweep on centre of T03/ });
  await expect(result.getByText("+0.040")).toBeVisible();
  await page.getByRole("button", { name: "Save sweep on centre" }).click();
  await expect(page.getByRole("link", { name: "Sweep on centre of T03, done" })).toBeVisible();

  await page.getByRole("link", { name: "Overhang of T04, to do" }).click();
  await page.getByRole("textbox", { name: /^overhang/ }).fill("80");
  const overhang = page.getByRole("region", { name: /Result, Overhang of T04/ });
  await expect(overhang.getByText("5.0")).toBeVisible();
  await expect(overhang.getByText("take the thicker bar")).toBeVisible();
  await page.getByLabel("Bar", { exact: true }).selectOption("carbide");
  await expect(overhang.getByText("within what such a bar stands")).toBeVisible();
  await page.getByRole("button", { name: "Save overhang" }).click();
  await expect(page.getByRole("link", { name: "Overhang of T04, done" })).toBeVisible();
  await page.getByRole("button", { name: "Undo Overhang of T04" }).click();
  await expect(page.getByRole("link", { name: "Overhang of T04, to do" })).toBeVisible();

  await page.getByRole("link", { name: "Radial holder of T08, to do" }).click();
  for (const [name, value] of [
    ["near the turret", "0"],
    ["end of the shaft", "0.03"],
    ["between the readings", "40"],
    ["between the set screws", "60"],
    ["pitch", "1"],
  ] as const)
    await page.getByRole("textbox", { name: new RegExp(name) }).fill(value);
  await expect(page.getByText("Turn in the lower screw by 16°, read again.")).toBeVisible();
});

test("what has changed is marked, exactly that, and can be taken back", async ({ page }) => {
  const { address } = demoSetup("roller");
  await signInAs(page, "Ines");
  await page.goto(`${address}/touch?tool=2&do=x`);
  await page.getByText("Something changed").click();
  await page.getByRole("button", { name: "Insert of T02 indexed" }).click();
  await expect(page.getByRole("link", { name: /X of T02, to do again insert indexed/ })).toBeVisible();
  await expect(page.getByRole("link", { name: "nose radius and tip orientation of T02, done" })).toBeVisible();
  await expect(page.getByRole("link", { name: "X of T04, to do", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Undo insert of T02 indexed" }).click();
  await expect(page.getByRole("link", { name: "X of T02, done" })).toBeVisible();

  // Re-chucked: one tool re-teaches the work offset for all, and no tool's own offset is asked for.
  await page.getByRole("textbox", { name: "new stick-out of the bar" }).fill("2.1");
  await page.getByRole("button", { name: "Bar re-chucked" }).click();
  await expect(page.getByRole("link", { name: /work offset Z with T02, to do again bar re-chucked/ })).toBeVisible();
  await expect(page.getByRole("link", { name: "Z of T02, done" })).toBeVisible();
  await page.getByRole("button", { name: "Undo bar re-chucked" }).click();
  await expect(page.getByRole("link", { name: /to do again bar re-chucked/ })).toHaveCount(0);

  // Safety wear for the first cut goes into the table and the file, and out again.
  await page.getByRole("button", { name: "Put safety wear on T02" }).click();
  await expect(page.getByRole("button", { name: "Remove safety wear of T02" })).toBeVisible();
  await page.goto(`${address}/table`);
  await (await tableCell(page, "02", "X wear")).click();
  await expect(page.getByText("safety wear for the first cut")).toBeVisible();
  await page.getByRole("button", { name: "Files" }).click();
  // Any file has it; the control's own is asked about before it is taken first.
  await page.getByLabel("Format", { exact: true }).selectOption("csv");
  await expect(page.getByLabel("Contents of the file")).toContainText("0.0080");
});
