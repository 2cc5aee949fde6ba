import { demoSetup } from "./demoSetup.ts";
import { expect, openLike, signInAs, test, withoutFeed } from "./shop.ts";

test.use({ timezoneId: "Asia/Kolkata" });

test("times are the viewer's, a note that was begun stays, and two keys lead to the first field", async ({ page }) => {
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
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(newest).toContainText("Stop at 12, jaws bored");
  await page.reload();
  await expect(page.getByLabel("Note", { exact: true })).toHaveValue("");

  await page.goto(`${address}/touch?tool=2&do=x`);
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("button", { name: "To the work" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(
    page.getByRole("textbox", { name: /machine position at contact|machine position at the setter/ }),
  ).toBeFocused();
});

test("a form that was begun is there again, and focus goes where the work goes on", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Marit");
  const address = await openLike(page, demoSetup("drawtube").address, "S-037", "Tube, begun");
  await page.goto(`${address}/prepare?part=part`);
  const material = page.getByRole("textbox", { name: "Material" });
  await material.fill("6082, drawn");
  await page.getByRole("link", { name: "Mount" }).click();
  await page.goto(`${address}/prepare?part=part`);
  await expect(material).toHaveValue("6082, drawn");
  const note = page.getByText("What you began here before stands in the fields");
  await expect(note).toBeVisible();
  await page.getByRole("button", { name: "Keep the stock" }).click();
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
  await page.getByRole("button", { name: "Begin anew" }).click();
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
  await expect(page.getByRole("heading", { level: 1 }).first()).toBeFocused();
});

test("after signing in focus is on the page that was asked for", async ({ page }) => {
  await page.goto("/sign-in?to=%2Fworkshop%2Fgauges");
  await page.waitForLoadState("networkidle");
  await page.getByRole("button", { name: "Ines" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Gauges" })).toBeFocused();
});
