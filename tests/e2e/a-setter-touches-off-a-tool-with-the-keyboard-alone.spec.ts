import { readFile } from "node:fs/promises";
import { demoSetup } from "./demoSetup.ts";
import { expect, keyIn, longTest, openLike, openSetup, signInAs, tableCell, test, withoutFeed } from "./shop.ts";

test("from sign-in to the file for the control, without a mouse", async ({ page }) => {
  await withoutFeed(page);
  const { keyboard } = page;
  /** Tabs on until something with this name has the focus. */
  const tabTo = async (name: string | RegExp) => {
    for (let step = 0; step < 60; step++) {
      await keyboard.press("Tab");
      const said = await page.evaluate(() => {
        const element = document.activeElement === document.body ? null : document.activeElement;
        return `${element?.getAttribute("aria-label") ?? ""} ${element?.textContent ?? ""}`;
      });
      if (typeof name === "string" ? said.includes(name) : name.test(said)) return;
    }
    throw new Error(`Tab never came to ${name}`);
  };

  await page.goto("/");
  await expect(page).toHaveURL(/sign-in/);
  await tabTo("Ines");
  await keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
  await page.waitForLoadState("networkidle");
  await keyboard.press("/");
  await keyboard.type("drawtube 52");
  await expect(page.getByRole("heading", { name: "Found setups" })).toBeVisible();
  await tabTo("Focuser drawtube 52");
  await keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "T01 · X geometry" })).toBeVisible();

  // X: the machine position has the focus, Tab goes to the diameter, Enter accepts.
  await keyboard.type("-285.032");
  await expect(page.getByText("= −285.032 mm · −11.2217 in")).toBeVisible();
  await tabTo("measured diameter");
  await keyboard.type("54.218");
  await expect(keyIn(page)).toContainText("Key into X geometry, offset 01");
  await expect(keyIn(page)).toContainText("−339.250");
  await expect(keyIn(page)).toContainText("First set wear X to 0 (holds −0.020)");
  await expect(keyIn(page)).toContainText("X 54.218");
  await expect(page.getByText("+0.182")).toBeVisible();
  await expect(page.getByText("closes", { exact: true })).toBeVisible();
  await keyboard.press("Enter");

  // Z with paper: Alt and 2 change the way, the paper counts once.
  await expect(page.getByRole("heading", { name: "T01 · Z geometry" })).toBeVisible();
  await keyboard.press("Alt+2");
  await expect(page.getByRole("radio", { name: "Paper or shim" })).toBeChecked();
  await keyboard.type("-402.79");
  await tabTo("paper or shim, thickness");
  await keyboard.type(".09");
  // 0.6 is still to be faced: the raw end stands that much in front of Z0, and −402.79 − 0.09 − 0.6 is −403.48.
  await expect(keyIn(page)).toContainText("−403.480");
  await tabTo("stock still to be faced");
  await keyboard.type("0");
  await expect(keyIn(page)).toContainText("−402.880");
  await expect(keyIn(page)).toContainText("Z 0.090");
  await keyboard.press("Enter");

  await expect(page.getByRole("heading", { name: "T01 · radius and tip" })).toBeVisible();
  await expect(page.getByText("80° · inscribed circle 12.7 mm · thickness 4.76 mm · radius 0.800 mm")).toBeVisible();
  await tabTo("insert designation");
  await keyboard.press("Enter");

  // Paper has touched the tool and made no face: it is faced and recorded, and Z of the next tool does not wait any more.
  await expect(page.getByRole("heading", { name: "Bar end faced" }).first()).toBeVisible();
  await expect(page.getByRole("link", { name: "Z of T03, waits after T01 has made the face" })).toBeVisible();
  await keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "T03 · X geometry" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Z of T03, to do" })).toBeVisible();
  await expect(page.getByText("4 of 10 done")).toBeVisible();

  await tabTo(/^ ?Table/);
  await keyboard.press("Enter");
  const cell = await tableCell(page, "01", "X geometry");
  await expect(cell).toContainText("−339.250");
  await expect(cell).toContainText("+0.182");
  await tabTo("Files");
  await keyboard.press("Enter");
  await tabTo("Download f-052-op-1-offsets.nc");
  const download = page.waitForEvent("download");
  await keyboard.press("Enter");
  const file = await readFile((await (await download).path()) ?? "", "utf8");
  expect(file.split("\n").filter((line) => line.startsWith("G"))).toEqual([
    "G21",
    "G10 L10 P1 X-339.250 Z-402.880 R0.800 Q3",
    "G10 L11 P1 X0.000 Z0.000",
  ]);
});

longTest("keys move between tools and axes, and ? lists them", async ({ page }) => {
  await signInAs(page, "Ines");
  await openSetup(page, "Focuser drawtube 52");
  const heading = page.getByRole("heading", { level: 1 });
  await page.goto(`${page.url().split("?")[0]}?tool=3&do=x`);
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("]");
  await expect(heading).toHaveText("T05 · X geometry");
  await page.keyboard.press("[");
  await page.keyboard.press("z");
  await expect(heading).toHaveText("T03 · Z geometry");
  await page.keyboard.press("r");
  await expect(heading).toHaveText("T03 · radius and tip");
  await page.keyboard.press("x");
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toContainText("accept and go on to the next step");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  // The page says the unit that a size is typed in; only then is it typed.
  const unitOfSize = page.getByRole("textbox", { name: /measured diameter/ }).locator("xpath=following-sibling::small");
  // U: sizes in inches on a millimetre machine; the readout stays the machine's.
  await page.keyboard.press("u");
  await expect(unitOfSize).toHaveText("in");
  await page.getByRole("textbox", { name: /measured diameter/ }).fill("2.1346");
  await expect(page.getByText("= 2.1346 in · 54.219 mm")).toBeVisible();
  // Back to millimetres, by key and by leaving the page: what was typed in inches stays inches.
  await page.keyboard.press("Tab");
  await page.getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("u");
  await expect(page.getByRole("textbox", { name: /measured diameter/ })).toHaveValue("2.1346 in");
  await expect(page.getByText("= 54.219 mm · 2.1346 in")).toBeVisible();
  await page.keyboard.press("u");
  await expect(unitOfSize).toHaveText("in");
  await page.getByRole("textbox", { name: /measured diameter/ }).fill("2.135");
  await page.goto(`${page.url().split("?")[0]}?tool=3&do=x`);
  await expect(page.getByRole("textbox", { name: /measured diameter/ })).toHaveValue("2.135 in");
});

longTest("a way and a number given before the page has come alive are taken over", async ({ page }) => {
  await signInAs(page, "Ines");
  const address = await openLike(page, demoSetup("drawtube").address, "F-155", "Tube, in a hurry");
  let alive: () => void = () => undefined;
  const scripts = new Promise<void>((resolve) => {
    alive = resolve;
  });
  await page.route("**/assets/*.js*", async (route) => {
    await scripts;
    await route.continue();
  });
  await page.goto(`${address}/touch?tool=5&do=x`, { waitUntil: "commit" });
  await page.locator("label", { hasText: "Paper or shim" }).click();
  await page.getByRole("textbox", { name: /machine position at contact, X, tool 5/ }).fill("-284.5");
  alive();
  await expect(page.getByRole("textbox", { name: /thickness/ })).toBeVisible();
  await expect(page.getByRole("radio", { name: "Paper or shim" })).toBeChecked();
  await expect(page.getByRole("textbox", { name: /machine position at contact, X, tool 5/ })).toHaveValue("-284.5");
});

test("digits typed where no field has the focus go into the first open number, and choose no way", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  const address = await openLike(page, demoSetup("roller").address, "S-041", "Roller, digits");
  await page.goto(`${address}/touch?tool=4&do=x`);
  const machine = page.getByRole("textbox", { name: /machine position at contact/ });
  await expect(machine).toBeFocused();
  const way = page.getByRole("radio", { checked: true }).first();
  const before = await way.getAttribute("value");
  await page.getByRole("heading", { level: 1 }).click();
  await page.keyboard.type("-2.5");
  await expect(machine).toHaveValue("-2.5");
  // 2 and 5 are digits, nothing else.
  expect(await way.getAttribute("value")).toBe(before);
  await page.getByRole("heading", { level: 1 }).click();
  await page.keyboard.type("1.625");
  await expect(page.getByRole("textbox", { name: /measured diameter/ })).toHaveValue("1.625");
  expect(await way.getAttribute("value")).toBe(before);
  // All are typed: a digit more changes none of them.
  await page.getByRole("heading", { level: 1 }).click();
  await page.keyboard.type("7");
  await expect(machine).toHaveValue("-2.5");
  await expect(page.getByRole("textbox", { name: /measured diameter/ })).toHaveValue("1.625");
  // In an empty number a letter is still a shortcut, and does not stand in it.
  await page.goto(`${address}/touch?tool=2&do=x`);
  await expect(machine).toBeFocused();
  await page.keyboard.press("z");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("T02 · Z geometry");
});
