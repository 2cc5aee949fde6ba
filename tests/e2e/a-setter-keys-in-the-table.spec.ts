import { readFile } from "node:fs/promises";
import { demoSetup } from "./demoSetup.ts";
import { pace } from "./pace.ts";
import { expect, longTest, openLike, signInAs, tableCell, test } from "./shop.ts";

test("keys in a table cell by cell, at arm's length, and reads the control back", async ({ page, allowConsole }) => {
  allowConsole(/status of 422/);
  const { address } = demoSetup("roller");
  await signInAs(page, "Ines");
  await page.goto(`${address}/table`);
  await page.waitForLoadState("networkidle");
  const x = await tableCell(page, "02", "X geometry");
  await expect(x).toContainText("−13.4394");
  await expect(x).toHaveAttribute("aria-selected", "true");

  // Arrows lead from cell to cell, over what a row does not have; Space ticks, and the count follows.
  await x.focus();
  await page.keyboard.press("ArrowRight");
  await expect(await tableCell(page, "02", "X wear")).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Home");
  await expect(await tableCell(page, "04", "X geometry")).toBeFocused();
  await page.keyboard.press("Control+Home");
  await expect(await tableCell(page, "G54", "X geometry")).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press(" ");
  await expect(page.getByText("1 of 2 keyed")).toBeVisible();
  await expect(x).toContainText("keyed in");
  await page.keyboard.press(" ");
  await expect(page.getByText("0 of 2 keyed")).toBeVisible();

  // One row in big digits: this machine is told the touched dimension.
  await page.keyboard.press("b");
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("T02");
  await expect(dialog.getByText("1.6042", { exact: true })).toBeVisible();
  await expect(dialog.getByText("1.6042", { exact: true })).toHaveCSS("font-weight", "700");
  await dialog.getByRole("button", { name: "Row is keyed, next" }).click();
  await expect(dialog.getByText("keyed in").first()).toBeVisible();
  await dialog.getByRole("button", { name: "Back to the table" }).click();
  await expect(page.getByText("2 of 2 keyed")).toBeVisible();

  // An amount added by hand is seen as a difference first, kept as one entry, and makes the tick stale.
  await x.click();
  await page.getByText("Change it by hand").click();
  await page.getByLabel("How", { exact: true }).selectOption("add");
  await page.getByRole("textbox", { name: /Amount/ }).fill("abc");
  await expect(page.getByRole("button", { name: "Add it" })).toBeDisabled();
  await page.getByRole("textbox", { name: /Amount/ }).fill("-.002");
  await expect(page.getByRole("row", { name: /02 X geometry/ })).toContainText("−13.4414");
  // The touch says another number: what is meant is asked first.
  await expect(page.getByText(/the sum is open by 0\.0020/)).toBeVisible();
  await page.getByLabel("It is meant").check();
  await page.getByRole("button", { name: "Add it" }).click();
  await expect(x).toContainText("keyed before it changed");
  await expect(page.getByText(/an amount added|amount added/).first()).toBeVisible();
  await page.waitForLoadState("networkidle");
  await page.getByRole("button", { name: "Undo 02 X geometry" }).click();
  await expect(x).toContainText("−13.4394");
  await expect(x).toContainText("keyed in");

  // The file in any format says what it cannot hold; the control's own table is read back and compared.
  await page.getByRole("button", { name: "Files" }).click();
  await page.getByLabel("Format", { exact: true }).selectOption("mtconnect");
  await expect(page.getByRole("note")).toContainText("tip orientation");
  await page.getByLabel("Format", { exact: true }).selectOption("csv");
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: /Download s-017-op-1-offsets.csv/ }).click();
  const csv = await readFile((await (await download).path()) ?? "", "utf8");
  expect(csv).toContain("geometry X in");
  const choose = page.getByLabel("The control's table as a file");
  const file = (name: string, text: string) => ({ name, mimeType: "text/plain", buffer: Buffer.from(text) });
  await choose.setInputFiles(file("old.csv", csv.replace("-13.4394", "-13.4349")));
  await expect(page.getByText("1 cell differs")).toBeVisible();
  await expect(page.getByRole("row", { name: /2 X geometry/ }).last()).toContainText("−13.4349");
  await expect(page.getByRole("row", { name: /2 X geometry/ }).last()).toContainText("two digits swapped");
  await choose.setInputFiles(file("bad.nc", "G21\nG10 L10 P1 X1.2.3"));
  await expect(page.getByText(/Line 2/)).toBeVisible();
  const latin = Buffer.from("offset,geometry X in,description\n2,-13.4394,Gr\xf6\xdfe\n", "latin1");
  await choose.setInputFiles({ name: "latin.csv", mimeType: "text/csv", buffer: latin });
  await expect(page.getByText("latin.csv is not text in UTF-8.", { exact: false })).toBeVisible();
  await choose.setInputFiles(file("foreign.csv", "Place;Along X;Along Z\n2;-13,4394;-9,8875\n"));
  await page.getByLabel(/^Place/).selectOption("offset");
  await page.getByLabel(/^Along X/).selectOption("geometry.x");
  await page.getByLabel(/^Along Z/).selectOption("geometry.z");
  await page.getByLabel("Lengths are in").selectOption("in");
  await page.getByRole("button", { name: "Compare with these columns" }).click();
  await expect(page.getByText("All 2 cells agree")).toBeVisible();
});

longTest("sets the work offset of a second operation, and is asked about X", async ({ page }) => {
  await signInAs(page, "Ines");
  const address = await openLike(page, demoSetup("drawtube").address, "F-152", "Tube blank");
  await page.goto(`${address}/table?side=work`);
  const value = page.getByRole("textbox", { name: /Work offset, as the control/ });
  await value.fill("-104.775");
  await expect(page.getByRole("row", { name: /^G54 Z/ })).toContainText("−104.775");
  await page.getByRole("button", { name: "Set G54 Z" }).click();
  await expect(await tableCell(page, "G54", "Z geometry")).toContainText("−104.775");
  await page.getByLabel("Work offset", { exact: true }).selectOption("G55");
  await page.getByLabel("By", { exact: true }).selectOption("next-operation");
  await page.getByRole("textbox", { name: /The face moves by/ }).fill("-2.5");
  await page.getByRole("button", { name: "Set G55 Z" }).click();
  await expect(await tableCell(page, "G55", "Z geometry")).toContainText("−107.275");

  // The spindle's centre does not move with the stock.
  await page.getByLabel("Work offset", { exact: true }).selectOption("G54");
  await page.getByLabel("Axis", { exact: true }).selectOption("x");
  // It is not recorded yet, so its present value is not asked about.
  await page.getByRole("textbox", { name: /Work offset, as the control/ }).fill("0");
  await page.getByRole("button", { name: "Set G54 X" }).click();
  await expect(await tableCell(page, "G54", "X geometry")).toContainText("0.000");
  await page.getByRole("textbox", { name: /Work offset, as the control/ }).fill("0.5");
  await expect(page.getByText(/does not move with the stock/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Set G54 X" })).toBeDisabled();
  await page.getByLabel("It is meant").check();
  await page.getByRole("button", { name: "Set G54 X" }).click();
  await expect(await tableCell(page, "G54", "X geometry")).toContainText("0.500");
  await (await tableCell(page, "G54", "X geometry")).click();
  await page.getByRole("button", { name: "Cell" }).click();
  await page.getByRole("button", { name: "Undo G54 X work" }).click();
  await expect(await tableCell(page, "G54", "X geometry")).toContainText("0.000");

  await page.getByRole("button", { name: "Files" }).click();
  await expect(page.getByLabel("Contents of the file")).toContainText("G10 L2 P2 Z-107.275");
});

longTest("from cell to cell takes no time", async ({ page }) => {
  const { address } = demoSetup("cap-pin");
  await signInAs(page, "Ines");
  await page.goto(`${address}/table`);
  await page.waitForLoadState("networkidle");
  const slower = await pace(page);
  const times = await page.evaluate(async () => {
    const grid = document.querySelector('[role="grid"]') as HTMLElement;
    const first = grid.querySelector<HTMLElement>('[aria-selected="true"]');
    first?.focus();
    const measured: number[] = [];
    const keys = ["ArrowDown", "ArrowRight", "ArrowDown", "ArrowRight", "ArrowUp", "ArrowLeft"];
    for (let step = 0; step < 60; step++) {
      const began = performance.now();
      document.activeElement?.dispatchEvent(new KeyboardEvent("keydown", { key: keys[step % 6] ?? "", bubbles: true }));
      await Promise.resolve();
      grid.querySelector('[aria-selected="true"]')?.getBoundingClientRect();
      measured.push(performance.now() - began);
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
    return measured.sort((a, b) => a - b);
  });
  const [median, p95] = [times[30] ?? Number.NaN, times[56] ?? Number.NaN];
  process.stdout.write(`cell to cell: median ${median.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms\n`);
  expect(median).toBeLessThanOrEqual(16 * slower);
});
