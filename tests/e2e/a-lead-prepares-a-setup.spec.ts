import { readFileSync, writeFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, signInAs, test, touchAllAnew } from "./shop.ts";

const TURNED = `%
O6001 (DUST-CAP RING)
(T01 FACE AND TURN CNMG 120408)
(T02 DRILL 10)
G21 G40 G54
T0101
G50 S2500
G96 S200 M3
G0 X42. Z0
G1 X-1.6 F.15
G0 X38. Z2.
G1 Z-15. F.2
G28 U0 W0
T0202
G97 S900
G0 X0 Z3.
G83 Z-20. Q5. F.1
G80
G28 U0 W0
M30
%
`;
const file = (name: string, text: string) => ({ name, mimeType: "text/plain", buffer: Buffer.from(text, "latin1") });
const open = (page: Page, part: string) => page.getByRole("link", { name: part }).click();
const go = (page: Page, name: string) =>
  page
    .getByRole("navigation", { name: /before anything moves/ })
    .getByRole("link", { name })
    .click();

/** What downloading the program for the control gives. */
async function takeProgram(page: Page): Promise<{ readonly name: string; readonly text: string }> {
  const waiting = page.waitForEvent("download");
  await page.getByRole("link", { name: "Program for the control" }).click();
  const download = await waiting;
  return { name: download.suggestedFilename(), text: readFileSync(await download.path(), "latin1") };
}

longTest(
  "a tool stands in another station: its calls are renumbered, second offset and all, or the tool is moved",
  async ({ page }) => {
    await signInAs(page, "Marit");
    await open(page, "Clamp collar 48");
    await page.goto(`${demoSetup("collar").address}/prepare`);
    const disagreements = page.getByRole("list", { name: "Disagreements" });
    await expect(disagreements).toContainText("T0707: the tool stands in 11");

    await page.getByRole("button", { name: /^Renumber its calls to station 11/ }).click();
    const diff = page.getByRole("list", { name: "Changed lines of the program" });
    await expect(diff.getByRole("listitem")).toHaveText([/T0707.*T1107/, /T0717.*T1117/]);
    await expect(disagreements).not.toContainText("stands in 11");
    const taken = await takeProgram(page);
    expect(taken.name).toBe("O4402.nc");
    const before = readFileSync(new URL("../../db/demo/programs/O4402.nc", import.meta.url), "latin1");
    expect(taken.text).toBe(before.replace("T0707", "T1107").replace("T0717", "T1117"));

    await page.getByRole("button", { name: "Undo the renumbering" }).click();
    await expect(disagreements).toContainText("T0707: the tool stands in 11");
    await page.getByRole("button", { name: /^Move the tool to station 7/ }).click();
    await expect(disagreements).not.toContainText("stands in 11");
    await expect(page.getByRole("row", { name: "station 7" })).toContainText("Groove 3");
    expect((await takeProgram(page)).text).toBe(before);
  },
);

longTest("a call is carried onto a station by keyboard alone", async ({ page }) => {
  await signInAs(page, "Marit");
  // By way of the list, so that the page is alive before a key is pressed.
  await open(page, "Clamp collar 48");
  await page.getByRole("link", { name: "Prepare" }).click();
  await expect(page.getByRole("link", { name: "Program for the control" })).toBeVisible();
  await page.getByRole("row", { name: "T0909" }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: "Drag T0909" })).toBeFocused();
  await page.keyboard.press("Enter");
  // The stations take it: the first one is offered, the tenth is nine further.
  await expect(page.getByRole("button", { name: "Drop on station 1", exact: true })).toBeFocused();
  for (let further = 0; further < 9; further++) await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("button", { name: "Drop on station 10", exact: true })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "Changed lines of the program" })).toContainText("T1009");
  await page.getByRole("button", { name: "Undo the renumbering" }).click();
  await expect(page.getByRole("list", { name: "Changed lines of the program" })).toHaveCount(0);
});

// The setup that the next story goes on with.
test("an inch program on a metric control is stopped before anything moves", async ({ page }) => {
  await signInAs(page, "Marit");
  await page.getByRole("link", { name: "Open a setup" }).click();
  // Loaded anew, chosen from and written in at once: what is there before the page has come alive stands.
  await page.waitForURL("**/setups/new");
  await page.reload({ waitUntil: "commit" });
  await page.getByRole("combobox", { name: "Machine" }).selectOption("North turret lathe");
  await page.getByRole("textbox", { name: "Job", exact: true }).fill("F-070");
  await page.getByLabel("Choose the program's file").setInputFiles(file("O6002.nc", TURNED.replace("G21", "G20")));
  await expect(page.getByText(/O6001 · 21 lines · inches · 2 tools · ends M30 · 1 finding/)).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Job", exact: true })).toHaveValue("F-070");
  for (const [name, text] of [
    ["Part", "Dust-cap ring 40"],
    ["Material", "brass"],
    ["Stock diameter", "42"],
    ["Stick-out from the jaws", "30"],
    ["Chuck diameter", "165"],
  ] as const)
    await page.getByRole("textbox", { name, exact: true }).fill(text);
  await page.getByRole("checkbox", { name: /tools that stand in the machine/ }).uncheck();
  await page.getByRole("button", { name: "Open the setup" }).click();
  await expect(page.getByRole("heading", { name: "Program and lists" })).toBeVisible();
  await page.getByText(/1 finding in the program, 1 to stop at/).click();
  await expect(page.getByText(/in inches, this machine works in millimetres.*25\.4 times/)).toBeVisible();
  await go(page, "Machine facts");
  await expect(page.getByRole("alert").filter({ hasText: "25.4 times too short" })).toBeVisible();

  // The program is put right and taken in anew.
  await go(page, "Program and lists");
  await page.getByLabel("Import another program").setInputFiles(file("O6002.nc", TURNED));
  await page.getByRole("button", { name: "Import this program" }).click();
  await expect(page.getByText("Nothing in the program itself to stop at.")).toBeVisible();
  await go(page, "Machine facts");
  await expect(page.getByRole("alert").filter({ hasText: "25.4" })).toHaveCount(0);
  await page.getByRole("button", { name: "Record units agree" }).click();
  await expect(page.getByText("drawing in millimetres", { exact: true })).toBeVisible();
  await expect(page.getByText("1 of 5 looked at")).toBeVisible();
});

test("tools are loaded with what the program proposes, and old values are decided", async ({ page, allowConsole }) => {
  test.slow();
  allowConsole(/status of 422/);
  await signInAs(page, "Bruno");
  await open(page, "Dust-cap ring 40");
  await expect(page.getByRole("heading", { name: "Program and lists" })).toBeVisible();

  // The facing tool, with a decimal comma; what is missing is asked for in its field.
  await page.getByRole("link", { name: "Load a tool there" }).first().click();
  await expect(page.getByText(/FACE AND TURN.*probably outside turning tool/)).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Insert" })).toHaveValue("CNMG 120408");
  await page.getByRole("button", { name: "Load T01 into station 1" }).click();
  await expect(page.getByText("Type this one.").first()).toBeVisible();
  await page.getByRole("textbox", { name: "Overhang, seat to tip" }).fill("38,5");
  await page.getByRole("textbox", { name: "Shank height" }).fill("25");
  await page.getByRole("combobox", { name: "Makes the face" }).selectOption("yes");
  await page.getByRole("textbox", { name: "Tightest ± on X" }).fill("0,02");
  await page.getByRole("textbox", { name: "Tightest ± on Z" }).fill("0,1");
  await page.getByRole("button", { name: "Load T01 into station 1" }).click();
  await expect(page.getByRole("row", { name: "station 1", exact: true })).toContainText("CNMG 120408");

  await page.getByRole("link", { name: "Load a tool there" }).click();
  await expect(page.getByRole("combobox", { name: "Kind of tool" })).toHaveValue("drill");
  await expect(page.getByRole("textbox", { name: "Diameter", exact: true })).toHaveValue("10");
  await page.getByRole("textbox", { name: "Overhang, seat to tip" }).fill("60");
  await page.getByRole("combobox", { name: "Edge or point" }).selectOption("point");
  await page.getByRole("textbox", { name: "Tightest ± on X" }).fill("0,1");
  await page.getByRole("textbox", { name: "Tightest ± on Z" }).fill("0,2");
  await page.getByRole("button", { name: "Load T02 into station 2" }).click();
  await expect(page.getByText("All three lists agree.")).toBeVisible();

  // The control's table: a broken backup is refused with its line, a good one is kept and decided row by row.
  await go(page, "Old values");
  const backup = page.getByLabel("Backup file of the control's offset table");
  await backup.setInputFiles(file("backup.nc", "G21 G90\nG10 L10 P1 X-300. Z-400.\nG10 L10 P2 X?\n"));
  await expect(page.getByRole("alert").filter({ hasText: "Line 3" })).toBeVisible();
  // A spreadsheet with columns of its own is read by what a person says they are.
  await backup.setInputFiles(file("own.csv", "Number,Across,Along\n1,-301.5,-401.25\n"));
  const mapping = page.getByRole("form", { name: "What the columns are" });
  await mapping.getByLabel(/^Number/).selectOption("offset");
  await mapping.getByLabel(/^Across/).selectOption("geometry.x");
  await mapping.getByLabel(/^Along/).selectOption("");
  await mapping.getByRole("button", { name: "Import with these columns" }).click();
  await expect(page.getByRole("row", { name: /T01/ })).toContainText("-301.500");
  await expect(page.getByRole("row", { name: /T01/ })).toContainText("not known");
  await backup.setInputFiles(
    file(
      "backup.nc",
      "%\nG21 G90\nG10 L10 P1 X-300. Z-400. R0.8 Q3\nG10 L11 P1 X-0.02 Z0\nG10 L10 P9 X-310. Z-380.\n%\n",
    ),
  );
  await expect(page.getByText(/2 rows from the file backup\.nc/)).toBeVisible();
  await expect(page.getByRole("row", { name: /T01/ })).toContainText("-400.000");
  await expect(
    page.getByRole("radiogroup", { name: "What becomes of T09" }).getByRole("radio", { name: "clear it" }),
  ).toBeChecked();
  await page.getByRole("radiogroup", { name: "What becomes of T09" }).locator("label", { hasText: "keep it" }).click();
  await page.getByRole("button", { name: "Decide as shown" }).click();
  await expect(page.getByText("All rows are decided.")).toBeVisible();

  await go(page, "Stock and tolerances");
  await page.getByText("Add a dimension").click();
  await page.getByRole("textbox", { name: "Name" }).fill("Bearing seat");
  await page.getByRole("textbox", { name: "Nominal, as drawn" }).fill("38");
  await page.getByRole("textbox", { name: "Lower deviation" }).fill("-0,02");
  await page.getByRole("textbox", { name: "Upper deviation" }).fill("0");
  await page.getByRole("button", { name: "Add this dimension" }).click();
  await expect(page.getByRole("row", { name: /Bearing seat/ })).toContainText("−0.02/0");
  // A length stands there as the drawing has it, without a sign; longer is its upper deviation.
  await page.getByRole("textbox", { name: "Name" }).fill("Shoulder");
  await page.getByLabel("On", { exact: true }).selectOption("z");
  await page.getByRole("textbox", { name: "Nominal, as drawn" }).fill("20");
  await page.getByRole("textbox", { name: "Lower deviation" }).fill("-0.1");
  await page.getByRole("textbox", { name: "Upper deviation" }).fill("0.2");
  await page.getByRole("button", { name: "Add this dimension" }).click();
  await expect(page.getByRole("row", { name: /Shoulder/ })).toContainText("20.000");
  await expect(page.getByRole("row", { name: /Shoulder/ })).toContainText("−0.10/+0.20");
});

longTest("an order by hand names what it breaks, and the rail follows the one that is chosen", async ({ page }) => {
  await signInAs(page, "Bruno");
  await open(page, "Dust-cap ring 40");
  await page.getByRole("link", { name: "Prepare" }).click();
  await go(page, "Order of work");
  const steps = page.getByRole("list", { name: "Steps in order" });
  await expect(steps.getByRole("listitem").first()).toContainText("X of T01");
  for (let times = 0; times < 3; times++) await page.getByRole("button", { name: /^Z of T02.*earlier$/ }).click();
  await expect(steps).toContainText("needs the face that T01 makes");
  await expect(page.getByRole("button", { name: "Work in this order" })).toBeDisabled();
  for (let times = 0; times < 2; times++) await page.getByRole("button", { name: /^Z of T02.*later$/ }).click();
  await page.getByRole("button", { name: /^Z of T01.*earlier$/ }).click();
  await page.getByRole("button", { name: "Work in this order" }).click();
  await expect(page.getByText("by hand")).toBeVisible();
  await page.getByRole("link", { name: /^Touch/ }).click();
  const rail = page.getByRole("navigation", { name: "Plan" });
  await expect(rail.getByRole("link").first()).toHaveAccessibleName(/^Z of T01/);
});

test("a past setup starts the next one, and the next operation gets a work offset of its own", async ({
  page,
  allowConsole,
}) => {
  allowConsole(/status of 422/);
  await signInAs(page, "Marit");
  await page.getByRole("link", { name: "Start from F-061, op 1" }).click();
  await expect(page.getByRole("row", { name: /^T\d\d / })).toHaveCount(6);
  await page.getByRole("textbox", { name: "Part", exact: true }).fill("Clamp collar 48, second lot");
  await touchAllAnew(page);
  for (const choice of await page
    .getByRole("row", { name: /^Program / })
    .getByRole("combobox")
    .all())
    await choice.selectOption("left");
  await page.getByRole("button", { name: "Open the setup" }).click();
  await expect(page.getByText("no program yet", { exact: true })).toBeVisible();
  await go(page, "Order of work");
  await expect(page.getByRole("list", { name: "Steps in order" })).toContainText("X of T09 Part off 3");
  await page.getByRole("button", { name: /^Work as proposed/ }).click();
  await expect(page.getByText("as proposed", { exact: true })).toBeVisible();

  await go(page, "Work offsets");
  await page.getByRole("link", { name: "Plan the next operation" }).click();
  await expect(page.getByRole("textbox", { name: "Operation" })).toHaveValue("op 2");
  await expect(page.getByRole("combobox", { name: "Work offset" })).toHaveValue("G55");
  await page.getByRole("textbox", { name: "Part", exact: true }).fill("");
  await page.getByRole("button", { name: "Open the setup" }).click();
  await expect(page.getByText("Say the part, such as eyepiece clamp.").first()).toBeVisible();
  // Nothing that was typed is lost by being refused.
  await expect(page.getByRole("textbox", { name: "Operation" })).toHaveValue("op 2");
});

longTest(
  "a file that is too large is refused with its limit, and the page lives on while a long one is read",
  async ({ page }, info) => {
    await signInAs(page, "Marit");
    await page.goto("/setups/new");
    const picker = page.getByLabel("Choose the program's file");
    await picker.setInputFiles({ name: "huge.nc", mimeType: "text/plain", buffer: Buffer.alloc(13_000_000, 32) });
    await expect(
      page.getByRole("alert").filter({ hasText: "huge.nc has 13 MB; a program may have 12 MB." }),
    ).toBeVisible();
    const long = `%\nO7\nG21 G54\nT0101\n${"G1 X20.5 Z-10.25 F.2\n".repeat(450_000)}M30\n%\n`;
    const path = info.outputPath("long.nc");
    writeFileSync(path, long);
    await page.evaluate(() => {
      const frames = { whileReading: 0 };
      const frame = () => {
        if (document.body.textContent?.includes("reading…")) frames.whileReading++;
        requestAnimationFrame(frame);
      };
      requestAnimationFrame(frame);
      Object.assign(window, { frames });
    });
    await picker.setInputFiles(path);
    await expect(page.getByText(/O7 · 450,006 lines · millimetres · 1 tool/)).toBeVisible({ timeout: 20_000 });
    // A page that read the file itself would draw nothing until it had done.
    const { whileReading } = await page.evaluate(
      () => (window as unknown as { frames: { whileReading: number } }).frames,
    );
    expect(whileReading).toBeGreaterThan(5);
  },
);
