import { STAGES } from "../../app/stages.ts";
import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, signInAs, test, withoutFeed } from "./shop.ts";

test.use({ timezoneId: "Asia/Kolkata" });

longTest(
  "times are the viewer's, a note that was begun stays, and two keys lead to the first field",
  async ({ page }) => {
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("roller").address, "S-036", "Roller, elsewhere");
    await page.goto(`${address}/keep`);
    const newest = page
      .getByRole("listitem")
      .filter({ has: page.locator("time") })
      .first();
    const at = await newest.locator("time").first().getAttribute("datetime");
    // India is five and a half hours ahead of UTC, all year.
    const there = new Date(Date.parse(at ?? "") + 5.5 * 3_600_000).toISOString().slice(11, 16);
    await expect(newest).toContainText(there);

    await page.getByLabel("Note", { exact: true }).fill("Stop at 12, jaws bored");
    await page.reload();
    await expect(page.getByLabel("Note", { exact: true })).toHaveValue("Stop at 12, jaws bored");
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(newest).toContainText("Stop at 12, jaws bored");
    await page.reload();
    await expect(page.getByLabel("Note", { exact: true })).toHaveValue("");

    await page.goto(`${address}/touch?tool=2&do=x`);
    // The first number that is open has the focus by itself, and is found again by two keys from the head of the page.
    const first = page.getByRole("textbox", { name: /machine position at contact|machine position at the setter/ });
    await expect(first).toBeFocused();
    await page.goto(`${address}/mount`);
    await page.waitForLoadState("networkidle");
    await page.keyboard.press("Tab");
    await expect(page.getByRole("button", { name: "To the work" })).toBeFocused();
    await page.keyboard.press("Enter");
    await expect(page.locator("main :focus")).toHaveCount(1);
  },
);

longTest("a form that was begun is there again, and focus goes where the work goes on", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Marit");
  const address = await openLike(page, demoSetup("drawtube").address, "S-037", "Tube, begun");
  await page.goto(`${address}/prepare?part=part`);
  const material = page.getByRole("textbox", { name: "Material" });
  await material.fill("6082, drawn");
  await page.getByRole("link", { name: "Mount" }).click();
  await page.goto(`${address}/prepare?part=part`);
  await expect(material).toHaveValue("6082, drawn");
  const note = page.getByText("Your draft is in the fields again");
  await expect(note).toBeVisible();
  const kept = page.waitForResponse((answer) => /\/entries/.test(answer.url()) && answer.request().method() === "POST");
  await page.getByRole("button", { name: "Save the stock" }).click();
  await kept;
  await expect(note).toHaveCount(0);
  await page.reload();
  await expect(material).toHaveValue("6082, drawn");
  await expect(note).toHaveCount(0);

  await page.goto("/workshop/spacers?open=new");
  await page.getByRole("textbox", { name: "Name" }).fill("Shim 0.3");
  await page.goto("/workshop/gauges?open=new");
  await expect(page.getByRole("textbox", { name: "Name" })).toHaveValue("");
  await page.goto("/workshop/spacers?open=new");
  await expect(page.getByRole("textbox", { name: "Name" })).toHaveValue("Shim 0.3");
  await page.getByRole("button", { name: "Start over" }).click();
  await expect(page.getByRole("textbox", { name: "Name" })).toHaveValue("");

  // By hand: −284.5 − 54.1 = −338.600. Accepted from its field, the step that follows is where the focus is.
  await page.goto(`${address}/touch?tool=5&do=x`);
  await page.waitForLoadState("networkidle");
  await page.getByRole("textbox", { name: /machine position at contact, X, tool 5/ }).fill("-284.5");
  const size = page.getByRole("textbox", { name: /measured diameter/ });
  await size.pressSequentially("54.1");
  const number = page.getByTestId("key-in").locator("output");
  await expect(number).toHaveAttribute("aria-busy", "true");
  await expect(number).toHaveAttribute("aria-busy", "false");
  await expect(number).toHaveText("−338.600");
  await size.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "T05 · radius and tip" })).toBeFocused();

  // How many were found is said.
  await page.goto("/");
  await page.getByRole("searchbox").fill("begun");
  await expect(page.getByRole("status").filter({ hasText: "1 found" })).toBeVisible();
  await page
    .getByRole("link", { name: /Tube, begun/ })
    .first()
    .click();
  await expect(page.getByRole("textbox", { name: /machine position/ })).toBeFocused();
});

test("after signing in focus is on the page that was asked for", async ({ page }) => {
  await page.goto("/sign-in?to=%2Fworkshop%2Fgauges");
  await page.waitForLoadState("networkidle");
  await page.getByRole("button", { name: "Ines" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Gauges" })).toBeFocused();
});

longTest(
  "at 200 % every stage can be worked: nothing lies beside the page, and a number is accepted",
  async ({ page }) => {
    // 1280 × 800 at 200 % is 640 × 400.
    await page.setViewportSize({ width: 640, height: 400 });
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("drawtube").address, "S-038", "Tube, enlarged");
    for (const path of ["/", "/workshop/machines", "/practice", ...STAGES.map((stage) => `${address}/${stage.path}`)]) {
      await page.goto(path);
      await expect(page.getByRole("banner")).toBeVisible();
      const beside = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      expect([path, await beside()]).toEqual([path, 0]);
      // The spacing of text that a person may set for all pages (WCAG 1.4.12): nothing is pushed out by it.
      await page.evaluate(() => {
        const sheet = new CSSStyleSheet();
        sheet.replaceSync(
          "* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }",
        );
        document.adoptedStyleSheets = [sheet];
      });
      expect([path, "spaced", await beside()]).toEqual([path, "spaced", 0]);
    }
    // By hand: −284.5 − 54.1 = −338.600.
    await page.goto(`${address}/touch?tool=5&do=x`);
    await page.waitForLoadState("networkidle");
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 5/ }).fill("-284.5");
    await page.getByRole("textbox", { name: /measured diameter/ }).fill("54.1");
    await expect(page.getByTestId("key-in")).toContainText("−338.600");
    await page.getByRole("button", { name: "Accept X, go to Z" }).click();
    await expect(page.getByRole("link", { name: "X of T05, done" })).toBeVisible();
  },
);
