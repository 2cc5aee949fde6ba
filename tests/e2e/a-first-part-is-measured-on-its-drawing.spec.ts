import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { byHand, COLLAR, ownLot } from "./ownLot.ts";
import { expect, longTest, test } from "./shop.ts";

/** In inches: T1 faces and turns .375 to .500, T2 turns .310 to .200. Both are sharp-cornered on the drawing but for their noses. */
const PIN = `%
O0810 (DUST-CAP PIN)
G20 G40 G54 G99
T0101
G97 S900 M3
G0 X.6 Z0
G1 X-.063 F.004
G0 X.6 Z.1
X.375
G1 Z-.5
X.6
G0 Z.1
T0202
G0 X.31 Z.1
G1 Z-.2
X.6
G0 Z.1
M30
%
`;

async function takeIn(page: Page, address: string, name: string, text: string): Promise<void> {
  await page.goto(`${address}/prepare`);
  await page
    .getByLabel(/^(Choose the program's file|Import another program)/)
    .setInputFiles({ name, mimeType: "text/plain", buffer: Buffer.from(text, "latin1") });
  await page.getByRole("button", { name: "Import this program" }).click();
  await expect(page.getByRole("link", { name: "Program for the control" })).toBeVisible();
}

const strip = (page: Page) => page.getByRole("form", { name: /^Measure / });
/** Types what the chosen dimension measures; Enter keeps it and goes on. */
async function measure(page: Page, title: string, value: string): Promise<void> {
  await expect(strip(page)).toHaveAccessibleName(`Measure ${title}`);
  await expect(strip(page).getByRole("textbox")).toBeFocused();
  await page.keyboard.type(value);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: new RegExp(`measured ${value.replace(/^\./, "0?.")}`) })).toBeVisible();
}

test("a pin in inches is measured on its own drawing by keyboard, and each length corrects the tool that can mend it", async ({
  page,
}) => {
  const address = await ownLot(page, "pin", "P-108", byHand("1", "2"));
  await takeIn(page, address, "O0810.nc", PIN);
  await page.goto(`${address}/first-part`);
  // On paper: .3762 is .0012 over, .3085 is .0015 under, .2030 is .0030 too long: T2 cuts too far towards the chuck.
  await measure(page, "Ø 0.31", ".3085");
  await measure(page, "Ø 0.375", ".3762");
  await measure(page, "0.2", ".2030");
  await measure(page, "0.5", ".5020");
  const corrections = page.getByRole("navigation", { name: "Corrections" });
  await expect(corrections.getByRole("link")).toHaveText([
    /X of T02\s*\+0\.0015/,
    /X of T01\s*−0\.0012/,
    /Z of T02\s*\+0\.0030/,
    /Z of T01.*One tool makes both ends/,
  ]);
  // What the next part will measure stands on the drawing before it is cut.
  await expect(
    page.getByRole("button", { name: /length from the face 0\.2.*measured 0\.2030.*next 0\.2000/ }),
  ).toBeVisible();
  // Both ends of the .5 are T1's: nothing is offered.
  await corrections.getByRole("link", { name: /Z of T01/ }).click();
  await expect(page.getByText(/Both ends of this length are made with this offset/)).toBeVisible();
  await expect(page.getByRole("button", { name: /^Put in wear/ })).toHaveCount(0);
  await corrections.getByRole("link", { name: /Z of T02/ }).click();
  await page.getByRole("button", { name: "Put in wear: Z wear 0.0030" }).click();
  await expect(corrections.getByRole("link", { name: /Z of T02/ })).toHaveCount(0);
});

/** Ø 30 to −10, a slope of 5 on 20 to Ø 40, by one tool; its nose is led along it. */
const SHAFT = `%
O0930 (SHAFT)
G21 G40 G54 G99
T0101
G97 S900 M3
G0 X58. Z0
G1 X-1.6 F.2
G0 X58. Z2.
G42 X30.
G1 Z-10.
X40. Z-30.
Z-35.
X58.
G40 G0 X60. Z5.
M30
%
`;

longTest(
  "a taper is measured at a place along it, and a wrong nose radius is told apart from an offset",
  async ({ page }) => {
    const address = await ownLot(page, "dome-collar", "F-130", COLLAR);
    await takeIn(page, address, "O0930.nc", SHAFT);
    await page.goto(`${address}/first-part`);
    const strip = page.getByRole("form", { name: /^Measure / });
    // Both cylinders are right. At Z −20 the slope has Ø 35, and 35.06 is measured: only the nose leaves more there.
    for (const [title, value] of [
      ["Ø 30", "30.00"],
      ["Ø 40", "40.00"],
      ["Ø 35 at 20", "35.06"],
    ] as const) {
      await page.getByRole("button", { name: new RegExp(`^diameter.* ${title.slice(2)}, made by T01`) }).click();
      await expect(strip).toHaveAccessibleName(`Measure ${title}`);
      await page.keyboard.type(value);
      await page.keyboard.press("Enter");
    }
    const correction = page.getByRole("navigation", { name: "Corrections" }).getByRole("link", { name: /X of T01/ });
    await expect(correction).toContainText("Nose radius");
    await correction.click();
    await expect(page.getByRole("button", { name: /^Put in wear/ })).toHaveCount(0);
  },
);

longTest("the next number is typed while the one before is still being kept", async ({ page }) => {
  const address = await ownLot(page, "dome-collar", "F-110", COLLAR);
  const program = readFileSync(new URL("../../db/demo/programs/O4402.nc", import.meta.url), "latin1");
  await takeIn(page, address, "O4402.nc", program);
  await page.goto(`${address}/first-part`);
  await expect(strip(page)).toHaveAccessibleName("Measure Ø 44");
  let answer: () => void = () => undefined;
  const answered = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route(/\/entries/, async (route) => {
    await answered;
    await route.continue();
  });
  for (const [title, value] of [
    ["Ø 44", "44.01"],
    ["Ø 38", "38.02"],
    ["Ø 22", "22.015"],
  ] as const) {
    await expect(strip(page)).toHaveAccessibleName(`Measure ${title}`);
    await expect(strip(page).getByRole("textbox")).toBeFocused();
    await page.keyboard.type(value);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("button", { name: /38\.02 is being saved/ })).toBeVisible();
  // Another stage is looked at meanwhile.
  await page.getByRole("link", { name: "Mount" }).click();
  answer();
  await page.getByRole("link", { name: "First part" }).click();
  for (const value of ["44\\.010", "38\\.020", "22\\.015"])
    await expect(page.getByRole("button", { name: new RegExp(`measured ${value}, within limits`) })).toBeVisible();
});

/** Half of the pin as somebody drew it, in inches: .376 where the program makes .375, and sharp in its corners. */
const DRAWN = `0 SECTION 2 HEADER 9 $INSUNITS 70 1 0 ENDSEC 0 SECTION 2 ENTITIES
0 LINE 8 0 10 5 20 0 11 5 21 .155 0 LINE 8 0 10 5 20 .155 11 4.8 21 .155 0 LINE 8 0 10 4.8 20 .155 11 4.8 21 .188
0 LINE 8 0 10 4.8 20 .188 11 4.5 21 .188 0 LINE 8 0 10 4.5 20 .188 11 4.5 21 .25 0 ENDSEC 0 EOF`;

longTest("a drawing from elsewhere is held against the program, and the profile is taken away", async ({ page }) => {
  const address = await ownLot(page, "pin", "P-111", []);
  await takeIn(page, address, "O0810.nc", PIN);
  await page.goto(`${address}/first-part`);
  await page.getByText("Drawing files").click();
  const choose = page.getByLabel("Choose a DXF drawing to compare");
  await choose.setInputFiles({ name: "notes.dxf", mimeType: "text/plain", buffer: Buffer.from("no drawing") });
  await expect(page.getByText(/This is no DXF drawing|There are no lines and arcs/)).toBeVisible();
  const text = DRAWN.split(/\s+/).join("\n");
  await choose.setInputFiles({ name: "pin.dxf", mimeType: "text/plain", buffer: Buffer.from(text) });
  // Half of .001 on the radius; lines are those of the file for this control, which has no % in front: the wall of the drawing and the cylinder of the program.
  await expect(page.getByText(/the drawing has a Ø 0\.3760, off by/)).toBeVisible();
  await expect(page.getByText(/by the program it has a Ø 0\.3750 \(T01, line 9\), off by 0\.0005/)).toBeVisible();
  await expect(page.getByText(/It was moved by −5\.0000 along Z/)).toBeVisible();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Export as DXF" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/\.dxf$/);
  const groups = readFileSync(await file.path(), "latin1");
  // Ø .31 is .155 on the radius.
  expect(groups).toContain("AC1009");
  expect(groups).toContain("21\r\n0.155\r\n");
});

longTest(
  "touch says what the offset makes, and the stock is judged against the last cut while it is typed",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    const address = await ownLot(page, "dome-collar", "F-112", COLLAR);
    const program = readFileSync(new URL("../../db/demo/programs/O4402.nc", import.meta.url), "latin1");
    await takeIn(page, address, "O4402.nc", program);
    await page.goto(`${address}/touch?tool=4&do=x`);
    await expect(page.getByRole("img", { name: /^It makes Ø 22/ })).toBeVisible();
    // The drill makes its own diameter, and what it leaves is bored away: nothing is said of it.
    await page.goto(`${address}/touch?tool=2&do=x`);
    await expect(page.getByRole("heading", { name: /^T02/ })).toBeVisible();
    await page.waitForLoadState("networkidle");
    await expect(page.getByRole("img", { name: /^It makes/ })).toHaveCount(0);

    // 46 out, 0.5 to face, the blade's chuck-side edge at −27: 46 − 0.5 − 27 = 18.5; with 27 out it would be −0.5.
    await page.goto(`${address}/prepare?part=part`);
    await expect(page.getByText("18.500 between the last cut and the jaws")).toBeVisible();
    await page.getByRole("button", { name: /^Stick-out from the jaws: 46/ }).click();
    const field = (name: string) => page.getByRole("textbox", { name });
    await expect(field("Stick-out from the jaws")).toBeFocused();
    await page.keyboard.type("27");
    await expect(page.getByText("The last cut goes 0.500 into the jaws")).toBeVisible();
    await page.keyboard.press("ControlOrMeta+A");
    await page.keyboard.type("46");
    // Enter goes on to how deep it is held: over 12, 46 ÷ 12 = 3.8 times as much stands out.
    await page.keyboard.press("Enter");
    await expect(field("Held, from the front of the jaws")).toBeFocused();
    await page.keyboard.type("12");
    await expect(page.getByText(/Held over 12\.000: 3\.8 times as much stands out/)).toBeVisible();
    // A hole as large as the bar is refused where it was typed.
    await page.getByRole("button", { name: "Hole in the stock: solid" }).click();
    await page.keyboard.type("55");
    await page.getByRole("button", { name: "Save the stock" }).click();
    await expect(page.getByText("This hole would be as large as the stock. Check for a decimal point.")).toBeVisible();
    await page.keyboard.press("ControlOrMeta+A");
    await page.keyboard.type("20");
    await page.getByRole("button", { name: "Save the stock" }).click();
    await expect(page.getByRole("button", { name: "Hole in the stock: Ø 20.000" })).toBeVisible();
    await page.reload();
    await expect(page.getByRole("button", { name: "Hole in the stock: Ø 20.000" })).toBeVisible();
    await expect(page.getByRole("button", { name: "Held, from the front of the jaws: 12.000" })).toBeVisible();
  },
);

longTest(
  "limits are given as the drawing writes them, and follow a size that the program changes",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    const address = await ownLot(page, "dome-collar", "F-109", COLLAR);
    const program = readFileSync(new URL("../../db/demo/programs/O4402.nc", import.meta.url), "latin1");
    await takeIn(page, address, "O4402.nc", program);
    await page.goto(`${address}/first-part`);
    const bore = page.getByRole("button", { name: /^bore 22/ });
    await bore.click();
    const form = page.getByRole("form", { name: "Limits of Ø 22" });
    const field = form.getByRole("textbox");
    await field.fill("H99");
    await expect(form.getByText(/no fit that is known here/)).toBeVisible();
    await expect(form.getByRole("button", { name: "Save limits" })).toBeDisabled();
    // ISO 286: 22 H8 is 0 to +0.033, 22 H7 0 to +0.021.
    await field.fill("H7");
    await expect(form.getByText("22.000 to 22.021")).toBeVisible();
    await page.keyboard.press("Enter");
    await expect(page.getByRole("button", { name: /^bore 22, made by T04, limits H7: to measure/ })).toBeVisible();
    // The wheel over the sheet brings it nearer; a button shows all of it again.
    const all = page.getByRole("button", { name: "Show all of it" });
    await expect(all).toBeDisabled();
    await bore.hover();
    await page.mouse.wheel(0, -200);
    await expect(all).toBeEnabled();
    await all.click();
    await expect(all).toBeDisabled();
    // A groove that is small on the sheet is drawn larger beside it.
    await page.getByRole("button", { name: /^width 4\.5, made by T07 and T17/ }).click();
    await expect(page.getByText(/^4\.5, \d+ times as large/)).toBeVisible();
    await bore.click();
    // A slip of the finger is refused in its place, and what was typed stays.
    const typed = strip(page).getByRole("textbox");
    await typed.fill("2.202");
    await page.keyboard.press("Enter");
    await expect(
      strip(page)
        .getByText(/Check the decimal point/)
        .or(strip(page).getByRole("alert")),
    ).toBeVisible();
    await expect(typed).toHaveValue("2.202");

    // The bore is made 0.1 larger: the dimension is found again, and says what is on record.
    await takeIn(page, address, "O4402B.nc", program.replace("G0 X22. Z2.", "G0 X22.1 Z2."));
    await page.goto(`${address}/first-part`);
    await page.getByRole("button", { name: /^bore 22\.1, made by T04, .*on record 22\.000/ }).click();
    await expect(page.getByText("By the program it is 22.100 now, on record it is 22.000.")).toBeVisible();
    // Taken over, it has the limits of its fit for the new size, and the touch is held to them.
    await page.getByRole("button", { name: "Take Ø 22.1 over" }).click();
    await expect(page.getByRole("button", { name: /^bore 22\.1, made by T04, limits H7: to measure/ })).toBeVisible();
    await page.goto(`${address}/touch?tool=4&do=x`);
    await expect(page.getByRole("img", { name: "It makes Ø 22.1 H7" })).toBeVisible();
  },
);
