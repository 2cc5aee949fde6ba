import type { Page } from "@playwright/test";
import { type LatheState, truth } from "../../sim/lathe/index.ts";
import { latheOfSetup } from "../../sim/workshop/latheOfSetup.ts";
import { demoSetup } from "./demoSetup.ts";
import { expect, keyIn, longTest, signInAs, test } from "./shop.ts";

const SEED = 4680;
const pin = demoSetup("pin");
/** Where the second tool of the bench lathe truly is; only the simulated lathe knows. Inches. */
const at = (() => {
  const tool = latheOfSetup(pin.setup, SEED).tools[1];
  if (!tool) throw new Error("the bench lathe has a tool");
  return { x: tool.at.x / 25.4, z: tool.at.z / 25.4 };
})();

async function practise(page: Page, address = pin.address): Promise<void> {
  await page.goto(`${address}/practice`);
  await expect(page.getByText("This lathe is the machine’s position feed here.")).toBeVisible();
}

/** Runs lines through the control, one after the other, until the last has arrived. */
async function run(page: Page, lines: string): Promise<void> {
  const single = page.getByRole("button", { name: "Single block" });
  if ((await single.getAttribute("aria-pressed")) === "true") await single.click();
  await page.getByRole("radiogroup", { name: "Rapid override" }).locator("label", { hasText: "100 %" }).click();
  await page.getByLabel("Lines by hand (MDI)").fill(lines);
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await expect(page.getByRole("button", { name: "Start", exact: true })).toBeVisible({ timeout: 30_000 });
}

const chosen = (page: Page, group: RegExp | string, value: string) =>
  page
    .getByRole("radiogroup", { name: group })
    .locator("label")
    .filter({ hasText: new RegExp(`^${value}$`) })
    .click();

/** Turns the wheel by single detents until the hand feels this. */
async function turnUntil(page: Page, key: "ArrowDown" | "ArrowUp", feel: string): Promise<void> {
  const wheel = page.getByRole("slider", { name: /Handwheel/ });
  await wheel.focus();
  for (let detents = 0; detents < 150; detents++) {
    if ((await page.getByTestId("feel").innerText()) === feel) return;
    await wheel.press(key);
  }
  throw new Error(`the hand never felt “${feel}”`);
}

const stateOf = async (page: Page): Promise<LatheState> =>
  (await (await page.request.get("/practice/lathes/bench")).json()).state as LatheState;

test("touches on the simulated lathe, holds the reading from its feed, and sees that the offset is right", async ({
  page,
  context,
}) => {
  test.setTimeout(120_000);
  await signInAs(page, "Ines");
  await practise(page);
  await page.getByRole("button", { name: "Start anew" }).click();
  await practise(page);

  await page.getByRole("combobox", { name: "Station" }).selectOption("2");

  // Beside the bar, paper between, in by single steps until it grips.
  await run(page, `G53 G0 Z${(at.z - 0.25).toFixed(4)}\nG53 G0 X${(at.x + 0.52).toFixed(4)}`);
  await page.getByRole("button", { name: "Measure" }).click();
  const size = /reads (\d\.\d{4}) in/.exec(await page.getByLabel("Reading").innerText())?.[1] ?? "";
  expect(Number(size)).toBeCloseTo(0.5018, 2);
  await page.getByRole("button", { name: "Hold it" }).click();
  await chosen(page, /Step of the handwheel/, "0.001");
  await turnUntil(page, "ArrowDown", "paper drags");
  await chosen(page, /Step of the handwheel/, "0.0001");
  await turnUntil(page, "ArrowDown", "grips: contact");
  const shown = (await page.getByTestId("machine-x").innerText()).replace("−", "-");

  // On the other screen: H takes the reading, the diameter is typed, Enter accepts.
  const touch = await context.newPage();
  await touch.goto(`${pin.address}/touch?tool=2&do=x`);
  await expect(touch.getByText("live from the machine")).toBeVisible();
  await touch.locator("label", { hasText: "Paper or shim" }).click();
  await expect(touch.getByRole("radio", { name: "Paper or shim" })).toBeChecked();
  let keys = 0;
  const press = async (key: string) => {
    keys += 1;
    await touch.keyboard.press(key);
  };
  await press("h");
  await expect(touch.getByRole("textbox", { name: /machine position/ })).toHaveValue(shown);
  await expect(touch.getByText("held just now")).toBeVisible();
  const sizeBox = touch.getByRole("textbox", { name: /diameter/ });
  if ((await sizeBox.inputValue()) !== "") await sizeBox.fill("");
  await sizeBox.focus();
  await touch.keyboard.type(size);
  await press("Tab");
  await touch.getByRole("textbox", { name: /thickness/ }).fill(".0035");

  // The wheel moves: the reading stands, and the screen says by how much X has gone since.
  await page.getByRole("slider", { name: /Handwheel/ }).press("ArrowUp");
  await expect(touch.getByText("X has moved 0.0001 since you measured.")).toBeVisible();
  await page.getByRole("slider", { name: /Handwheel/ }).press("ArrowDown");
  await expect(touch.getByText(/X has moved/)).toHaveCount(0);

  const display = /X (\d\.\d{4})/.exec(await keyIn(touch).innerText())?.[1] ?? "";
  await press("Enter");
  await expect(touch.getByRole("heading", { name: "T02 · Z geometry" })).toBeVisible();
  expect(keys).toBeLessThanOrEqual(4);

  // At the control: Luvrit's number in, the offset called, and the display reads what it must.
  await practise(page);
  await page.getByRole("combobox", { name: /^Offset/ }).selectOption("2");
  await page.getByRole("button", { name: /Enter Luvrit’s/ }).click();
  await expect(page.getByTestId("display-x")).toHaveText(display);
  // The file for the control holds the same.
  await page.getByRole("button", { name: "Load Luvrit’s file" }).click();
  await expect(page.getByRole("log")).toContainText("taken from the file");
  await expect(page.getByTestId("display-x")).toHaveText(display);

  // Paper out, off the part, and a line by hand: the true tool goes where the line says.
  await page.getByRole("button", { name: "Take away" }).click();
  await run(page, "G0 X1.\nG0 X.8");
  await expect(page.getByTestId("display-x")).toHaveText("0.8000");
  await expect
    .poll(async () => Math.abs((truth(await stateOf(page))?.x ?? 0) / 25.4 - 0.8))
    // The micrometer's and the paper's own error, and two steps of the wheel.
    .toBeLessThan(0.0012);

  // The next screens find the setup as it was.
  await touch.goto(`${pin.address}/touch?tool=2&do=x`);
  await touch.getByRole("button", { name: /Undo/ }).first().click();
  await expect(touch.getByRole("link", { name: "X of T02, to do" })).toBeVisible();
});

longTest("a movement of the machine is on the other screen within 300 ms", async ({ page, context }) => {
  await signInAs(page, "Ines");
  await practise(page);
  await page.getByRole("button", { name: "Start anew" }).click();
  await practise(page);
  const touch = await context.newPage();
  await touch.goto(`${pin.address}/touch?tool=2&do=x`);
  await expect(touch.getByText("live from the machine")).toBeVisible();
  const times: number[] = [];
  for (let turn = 0; turn < 8; turn++) {
    // Listening before anything moves; the answer waits on the page.
    const heard = await touch.evaluateHandle(() => {
      const readout = document.querySelector('[data-testid="readout"]') as HTMLElement;
      const told = { at: 0 };
      new MutationObserver((_changes, observer) => {
        observer.disconnect();
        told.at = Date.now();
      }).observe(readout, { characterData: true, childList: true, subtree: true });
      return told;
    });
    const moved = await page.getByRole("slider", { name: /Handwheel/ }).evaluate((dial) => {
      dial.dispatchEvent(new WheelEvent("wheel", { deltaY: 60, bubbles: true, cancelable: true }));
      return Date.now();
    });
    await expect.poll(() => heard.evaluate(({ at }) => at)).toBeGreaterThan(0);
    times.push((await heard.evaluate(({ at }) => at)) - moved);
  }
  times.sort((a, b) => a - b);
  test.info().annotations.push({ type: "movement to other screen, ms", description: times.join(", ") });
  expect(times[Math.floor(times.length / 2)]).toBeLessThan(300);
});

test("a wrong number runs the tool into the part, and the screen says what hit what", async ({ page }) => {
  await signInAs(page, "Ines");
  await practise(page);
  await page.getByRole("button", { name: "Start anew" }).click();
  await practise(page);
  await page.getByRole("combobox", { name: /^Offset/ }).selectOption("1");
  // The length of another tool in this row: far too short.
  await page.getByRole("radiogroup", { name: "Axis of the entry" }).locator("label", { hasText: "Z" }).click();
  await page.getByLabel(/Add to Z|Key into Z/).fill("-2");
  await page.getByRole("button", { name: "Enter", exact: true }).click();
  await run(page, `G53 G0 X${(at.x + 0.3).toFixed(4)}\nG0 Z1.`);
  const alert = page.getByRole("alert");
  await expect(alert).toContainText(/ran into the (resting part|part|chuck)/);
  await expect(page.getByTestId("feel")).toHaveText("stopped");
  await alert.getByRole("button", { name: "Start this lathe anew" }).click();
  await expect(alert).toHaveCount(0);
});

test("a number that is none is refused where it was typed, and nothing is lost", async ({ page }) => {
  await signInAs(page, "Ines");
  await practise(page);
  const thickness = page.getByLabel("in thick");
  await thickness.fill("thin");
  await page.getByRole("button", { name: "Hold it" }).click();
  await expect(page.getByRole("alert")).toBeVisible();
  await expect(thickness).toHaveValue("thin");
  await page.getByLabel("Lines by hand (MDI)").fill("G7 X1");
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await expect(page.getByRole("log")).toContainText("this control does not know G7");
});

test("a viewer has a lathe of their own, and cannot move another person’s", async ({ page }) => {
  await signInAs(page, "Odile");
  await page.goto(`${pin.address}/practice`);
  await expect(page.getByText("On this device alone.")).toBeVisible();
  const before = JSON.stringify((await stateOf(page)).readout);
  await page.getByRole("slider", { name: /Handwheel/ }).focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByTestId("machine-x")).not.toHaveText("");
  expect(JSON.stringify((await stateOf(page)).readout)).toBe(before);
  const answer = await page.request.post("/practice/lathes/bench", {
    data: { base: 1, commands: [] },
    headers: { origin: new URL(page.url()).origin },
  });
  expect(answer.status()).toBe(403);
});

longTest("somebody else at the same lathe is noticed", async ({ page, context, allowConsole }) => {
  allowConsole(/409/);
  await signInAs(page, "Ines");
  await practise(page);
  const other = await context.newPage();
  await practise(other);
  await other.getByRole("slider", { name: /Handwheel/ }).press("ArrowDown");
  await expect
    .poll(
      async () =>
        (await other.getByTestId("machine-x").innerText()) !== (await page.getByTestId("machine-x").innerText()),
    )
    .toBe(true);
  await page.getByRole("slider", { name: /Handwheel/ }).press("ArrowDown");
  await expect(page.getByRole("log")).toContainText("Somebody else has moved this lathe");
  await expect(page.getByTestId("machine-x")).toHaveText(await other.getByTestId("machine-x").innerText());
});
