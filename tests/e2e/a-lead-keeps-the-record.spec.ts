import { readFile } from "node:fs/promises";
import { inflateSync } from "node:zlib";
import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, sendForm, signInAs, tableCell } from "./shop.ts";

/** Pages of a PDF, counted by the objects that are pages. */
/** What stands in a PDF, run after run of one font, decoded by each of its fonts: which was meant makes sense to a reader alone. */
function textsOf(pdf: Buffer): readonly string[] {
  const streams = [...pdf.toString("latin1").matchAll(/stream\r?\n/g)].flatMap(({ index, 0: word }) => {
    const from = index + word.length;
    try {
      return [inflateSync(pdf.subarray(from, pdf.indexOf("endstream", from))).toString("latin1")];
    } catch {
      // A picture, or something else that is not packed.
      return [];
    }
  });
  const number = (hex: string) => Number.parseInt(hex, 16);
  const fonts = streams
    .filter((text) => text.includes("beginbfchar") || text.includes("beginbfrange"))
    .map((text) => {
      const letters = new Map<number, string>();
      for (const [, from = "", to = ""] of text.matchAll(/^<([0-9A-F]+)> <([0-9A-F]{4})>$/gim))
        letters.set(number(from), String.fromCharCode(number(to)));
      for (const [, from = "", to = "", at = ""] of text.matchAll(/^<([0-9A-F]+)> <([0-9A-F]+)> <([0-9A-F]{4})>$/gim))
        for (let code = number(from); code <= number(to); code++)
          letters.set(code, String.fromCharCode(number(at) + code - number(from)));
      return letters;
    });
  return streams.flatMap((text) => {
    const codes = new Map<string, number[]>();
    for (const [, font = "", run = ""] of text.matchAll(/\/(F\d+) [\d.]+ Tf([\s\S]*?)\bET\b/g))
      codes.set(font, [
        ...(codes.get(font) ?? []),
        ...[...run.matchAll(/<([0-9A-F]+)>/gi)].flatMap(([, hex = ""]) => (hex.match(/../g) ?? []).map(number)),
      ]);
    return [...codes.values()].flatMap((of) =>
      fonts.map((letters) => of.map((code) => letters.get(code) ?? "").join("")),
    );
  });
}
const pagesOf = (pdf: Buffer) => pdf.toString("latin1").match(/\/Type\s*\/Page\b/g)?.length ?? 0;

longTest("last year's job comes back: found, compared, started from, signed off by name", async ({ page }) => {
  await signInAs(page, "Marit");
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("/");
  await page.keyboard.type("shutter wnmg");
  await expect(page.getByRole("heading", { name: "Found setups" })).toBeVisible();
  await expect(page.getByRole("link", { name: /Dome-shutter roller 1.5/ }).first()).toBeVisible();
  await expect(page.getByRole("link", { name: /Eyepiece clamp/ })).toHaveCount(0);

  // Side by side with another one.
  await page.getByRole("link", { name: /^Compare S-017/ }).click();
  await expect(page.getByText(/is to be compared/)).toBeVisible();
  await page.getByRole("searchbox").fill("eyepiece clamp");
  await page.getByRole("link", { name: /^Compare with E-031/ }).click();
  await expect(page.getByRole("heading", { name: /lines differ/ })).toBeVisible();
  await page.getByLabel("only what differs").check();
  await expect(page.getByRole("row", { name: /^job S-017/ })).toContainText("E-031");

  // Started from: what stands as it stood is taken over unproven, and one tool teaches the work offset.
  await page.goto("/?q=s-017");
  await page.getByRole("link", { name: /^Start from S-017/ }).click();
  await page.getByRole("textbox", { name: "Job" }).fill("S-077");
  await page.getByRole("textbox", { name: "Part", exact: true }).fill("Shutter wheel 1.5");
  const second = page.getByRole("rowgroup", { name: "Offset 2" }).getByRole("row", { name: /^X geometry/ });
  await expect(second.getByRole("combobox")).toHaveValue("taken");
  await page.getByRole("button", { name: "Open the setup" }).click();
  await expect(page).toHaveURL(/\/setups\/[0-9a-f-]{36}\/(prepare|touch)/);
  const address = new URL(page.url()).pathname.split("/").slice(0, 3).join("/");
  await page.goto(`${address}/table`);
  await (await tableCell(page, "02", "X geometry")).click();
  await expect(page.getByText(/^taken over, not proven/)).toBeVisible();

  // The record: a note with a photo, then the sign-off that names what is unproven.
  await page.getByRole("link", { name: "Record" }).click();
  await page.getByLabel("Note", { exact: true }).fill("Soft jaws bored to 54, stop at 12");
  await page.getByLabel("Photo", { exact: true }).setInputFiles("docs/screenshots/nose.png");
  await page.getByRole("button", { name: "Save it" }).click();
  await expect(page.getByRole("img", { name: "Soft jaws bored to 54, stop at 12" })).toBeVisible();
  await expect(page.getByLabel("Note", { exact: true })).toHaveValue("");
  await expect(page.getByText(/taken over from an earlier setup/).first()).toBeVisible();
  await expect(page.getByRole("button", { name: "Sign off as Marit" })).toBeDisabled();
  await page.getByLabel(/I have read what is unproven/).check();
  await page.getByRole("button", { name: "Sign off as Marit" }).click();
  await expect(page.getByRole("heading", { name: "Signed off" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Save it" })).toHaveCount(0);
  await page.getByRole("textbox", { name: "Why it is opened again" }).fill("insert changed");
  await page.getByRole("button", { name: "Open it again" }).click();
  await expect(page.getByRole("heading", { name: "Sign-off" })).toBeVisible();
  await page.getByRole("button", { name: /^Undo entry \d+, photo and note/ }).click();
  await expect(page.getByText(/undone by entry/).first()).toBeVisible();
  await page.getByLabel("Of", { exact: true }).selectOption("2");
  await expect(page.getByText(/of \d+ entries/)).toBeVisible();
});

longTest("a setup sheet of twelve tools prints on one page, A4 and Letter", async ({ page }) => {
  await signInAs(page, "Marit");
  // A lot of its own, so that no other story loses its tools.
  const address = await openLike(page, demoSetup("clamp-ring").address, "E-144", "Ring 31, second lot");
  await page.goto(`${address}/keep`);
  const base = Number((await page.getByText(/^\d+ entries/).textContent())?.split(" ")[0]);
  const blade = {
    description: "Groove",
    overhang: "34",
    width: "3",
    cornerRadius: "0.2",
    depth: "12",
    shank: "25",
    programmed: "left",
  };
  for (const [index, [offset, station]] of (
    [
      ["10", "6"],
      ["11", "11"],
      ["12", "12"],
    ] as const
  ).entries()) {
    const fields = {
      id: crypto.randomUUID(),
      base: String(base + index),
      offset,
      station,
      // Stations 6 and 12 take round bars, 11 a square shank.
      kind: station === "11" ? "groove-outside" : "groove-bore",
    };
    const { shank, ...rest } = blade;
    const tool = station === "11" ? { ...rest, shank } : { ...rest, bar: "12", smallestBore: "16" };
    const more = { typed: JSON.stringify(tool), sizeUnit: "mm", toleranceX: "0.05", toleranceZ: "0.1" };
    expect(await sendForm(page, address, { intent: "load-tool", ...fields, ...more })).toContain("done");
  }
  for (const [paper, width] of [
    ["a4", 595],
    ["letter", 612],
  ] as const) {
    await page.goto(`${address}/sheet?paper=${paper}`);
    await expect(page.getByRole("row")).toHaveCount(1 + 1 + 1 + 12);
    await expect(page.getByRole("img", { name: /Stations of North turret lathe/ })).toBeVisible();
    const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true });
    expect(pagesOf(pdf)).toBe(1);
    const [, right] = /\/MediaBox\s*\[0 0 ([\d.]+)/.exec(pdf.toString("latin1")) ?? [];
    expect(Math.round(Number(right))).toBe(width);
    const texts = textsOf(pdf);
    expect(texts).toContainEqual(expect.stringContaining("1 of 1"));
    expect(texts).toContainEqual(expect.stringContaining("Ring 31, second lot · E-144"));
  }
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Export as CSV" }).click();
  const csv = await readFile((await (await download).path()) ?? "", "utf8");
  const lines = csv.trim().split("\n");
  expect(lines.filter((line) => !/^(not proven|dimension),/.test(line))).toHaveLength(9 + 1 + 1 + 12);
  expect(lines.some((line) => line.startsWith("not proven,"))).toBe(true);
});

longTest(
  "a setup sheet of twenty-four tools and their second offsets says on each page what it belongs to, and which page it is",
  async ({ page }) => {
    await signInAs(page, "Marit");
    const address = await openLike(page, demoSetup("cap-pin").address, "P-041", 'Pin "long", 24 tools');
    await page.goto(`${address}/keep`);
    let base = Number((await page.getByText(/^\d+ entries/).textContent())?.split(" ")[0]);
    const send = async (fields: Readonly<Record<string, string>>) => {
      expect(await sendForm(page, address, { id: crypto.randomUUID(), base: String(base++), ...fields })).toMatch(
        /done|redirect/,
      );
    };
    const drill = {
      description: "Drill",
      diameter: "3",
      pointAngle: "140",
      programmed: "corner",
      holder: "10",
      overhang: "35",
    };
    const blade = {
      description: "Groove",
      width: "2",
      cornerRadius: "0.1",
      depth: "5",
      programmed: "left",
      overhang: "25",
    };
    const tools: [station: string, call: string][] = [
      ...["1", "2", "3", "4", "5", "6", "7"].map((n): [string, string] => [`G${n}`, n]),
      ...["1", "2", "3", "4"].map((n): [string, string] => [`C${n}`, `1${n}`]),
      ...["1", "2", "3", "4"].map((n): [string, string] => [`S${n}`, `2${n}`]),
      ["A1", "31"],
      ["A2", "32"],
      ...["1", "2", "3", "4", "5", "6", "7"].map((n): [string, string] => [`B${n}`, `4${n}`]),
    ];
    const more = { intent: "load-tool", sizeUnit: "mm", toleranceX: "0.05", toleranceZ: "0.1" };
    for (const [station, offset] of tools) {
      const isGang = station.startsWith("G");
      const typed = JSON.stringify(isGang ? { ...blade, shank: "12" } : drill);
      await send({ ...more, station, offset, kind: isGang ? "groove-outside" : "drill", typed });
      if (isGang) await send({ intent: "make-second", offset: `5${offset}`, of: offset, edge: "right" });
    }
    await page.goto(`${address}/sheet`);
    // Two heads, one work offset, the tools, and a second offset for each of the seven blades.
    await expect(page.getByRole("row")).toHaveCount(2 + 1 + 24 + 7);
    const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true });
    const pages = pagesOf(pdf);
    expect(pages).toBeGreaterThan(1);
    const texts = textsOf(pdf);
    for (let at = 1; at <= pages; at++) expect(texts).toContainEqual(expect.stringContaining(`${at} of ${pages}`));
    const about = texts.filter((text) => text.includes('Pin "long", 24 tools · P-041'));
    expect(about.length).toBeGreaterThanOrEqual(pages);
  },
);

longTest(
  "the workshop: a spacer measured once is proposed everywhere, a machine is changed, a setter let in",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    await signInAs(page, "Marit");
    await page.getByRole("link", { name: "Workshop" }).click();
    await page.getByRole("link", { name: /^Gauges/ }).click();
    await expect(page.getByText("overdue: do not measure with it")).toBeVisible();

    await page.getByRole("link", { name: /^Spacers/ }).click();
    await page.getByRole("link", { name: /Notepaper, blue block/ }).click();
    await page.getByRole("textbox", { name: "Thickness, as measured" }).fill("abc");
    await page.getByRole("button", { name: "Save the change" }).click();
    await expect(page.getByRole("alert").first()).toBeVisible();
    await expect(page.getByRole("textbox", { name: "Thickness, as measured" })).toHaveValue("abc");
    await page.getByRole("textbox", { name: "Thickness, as measured" }).fill(".0035 in");
    await page.getByRole("button", { name: "Save the change" }).click();
    await expect(page.getByRole("link", { name: /Notepaper, blue block/ })).toContainText("0.0889 mm");
    await page.goto(`${demoSetup("collar").address}/touch?tool=1&do=x`);
    await page.locator("label", { hasText: "Paper or shim" }).click();
    await expect(page.getByRole("textbox", { name: /thickness/ })).toHaveValue("0.0889");

    // A machine by its form: a contradiction is refused where it stands, a change is kept.
    await page.goto("/workshop/machines?open=bench");
    await page.getByText("How it moves").click();
    await page.getByRole("textbox", { name: "Travel of X, far end, mm" }).fill("-900");
    await page.getByRole("button", { name: "Save the change" }).click();
    await expect(page.getByText("The far end of the travel lies above the near one.").first()).toBeVisible();
    await page.getByRole("textbox", { name: "Travel of X, far end, mm" }).fill("12");
    await page.getByRole("textbox", { name: "Name", exact: true }).fill("Bench lathe, window");
    await page.getByRole("button", { name: "Save the change" }).click();
    await expect(page.getByRole("link", { name: /Bench lathe, window/ })).toBeVisible();

    // Tools come from the shop when one is loaded.
    await page.goto(`${demoSetup("collar").address}/prepare?tool=12&station=12`);
    await page.getByLabel("From the shop's tools").selectOption("Drawtube bore, bar 16");
    await expect(page.getByRole("textbox", { name: "Insert" })).toHaveValue("CCMT 060204");

    await page.goto("/workshop/people?open=new");
    await page.getByRole("textbox", { name: "Name" }).fill("Nora");
    await page.getByRole("textbox", { name: "PIN or passphrase" }).fill("12");
    await page.getByRole("button", { name: "Let them in" }).click();
    await expect(page.getByText("A PIN has 4 to 12 digits").first()).toBeVisible();
    await page.getByRole("textbox", { name: "PIN or passphrase" }).fill("4711");
    await page.getByRole("button", { name: "Let them in" }).click();
    await expect(page.getByRole("link", { name: /Nora/ })).toContainText("setter");

    const file = page.waitForEvent("download");
    await page.goto("/workshop/tools");
    await page.getByRole("link", { name: "as CSV" }).click();
    const csv = await readFile((await (await file).path()) ?? "", "utf8");
    await page.getByLabel("A file of this part, JSON or CSV").setInputFiles({
      name: "tools.csv",
      mimeType: "text/csv",
      buffer: Buffer.from(csv.replace("Drill 18", "Drill 19")),
    });
    await expect(page.getByText(/1 new, 0 changed, 4 as they were/)).toBeVisible();
  },
);

longTest(
  "a setter measures spacers, a viewer only looks, and people are a lead's alone",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 403/);
    await signInAs(page, "Odile");
    await page.goto("/workshop/spacers");
    await expect(page.getByText("A setter or a lead changes this.")).toBeVisible();
    await expect(page.getByRole("link", { name: "New" })).toHaveCount(0);
    await page.context().clearCookies();
    await signInAs(page, "Ines");
    await page.goto("/workshop/spacers?open=new");
    await expect(page.getByRole("button", { name: "Save it" })).toBeVisible();
    await page.goto("/workshop/machines?open=north");
    await expect(page.getByRole("button", { name: "Save the change" })).toHaveCount(0);
    await expect(page.getByRole("link", { name: /^People/ })).toHaveCount(0);
    await page.goto("/workshop/people");
    await expect(page.getByText(/needs the role lead/)).toBeVisible();
  },
);
