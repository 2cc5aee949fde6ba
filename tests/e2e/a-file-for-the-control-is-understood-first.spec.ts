import { readFile } from "node:fs/promises";
import { demoSetup } from "./demoSetup.ts";
import { expect, openLike, signInAs, test, withoutFeed } from "./shop.ts";

test("a file for a machine is asked about once, on one row, and taken as it was said", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  // The older turret lathe: nothing is known of how its control reads a file. Its first tool is touched.
  const address = await openLike(page, demoSetup("roller").address, "F-171", "Roller, by file");
  await page.goto(`${demoSetup("roller").address}/table?side=files`);
  const asked = page.getByRole("region", { name: "How this control reads a file" });
  await expect(asked).toBeVisible();
  await expect(page.getByRole("link", { name: /^Download .*nc$/ })).toHaveCount(0);
  // X of offset 2 reads −13.4394 in the table: it is the same number in each form.
  await expect(asked.getByText("G10 P10002 X-13.4394", { exact: false })).toBeVisible();
  await expect(asked.getByText("G10 L10 P2 X-13.4394", { exact: false })).toBeVisible();
  await expect(asked.getByText("G10 L1 P2 X-13.4394", { exact: false })).toBeVisible();
  await asked.getByRole("radio", { name: /G10 P10002/ }).check();
  await expect(asked.getByRole("button", { name: "This is how it reads" })).toBeDisabled();
  await asked.getByRole("radio", { name: /cuts along Z and comes back/ }).check();
  await asked.getByRole("button", { name: "This is how it reads" }).click();
  await expect(asked).toHaveCount(0);
  // No G90, since that begins a cycle here; and it ends as a program does.
  const contents = page.getByLabel("Contents of the file");
  await expect(contents).toContainText("G20");
  await expect(contents).not.toContainText("G90");
  await expect(contents).toContainText("M30");
  const link = page.getByRole("link", { name: /^Download / });
  const [download] = await Promise.all([page.waitForEvent("download"), link.click()]);
  const text = await readFile(await download.path(), "utf8");
  expect(text).toContain("G10 P10002 X-13.4394");
  expect(text).not.toMatch(/^.*G90/m);
  // The other setup on the same machine is not asked again.
  await page.goto(`${address}/table?side=files`);
  await expect(page.getByRole("region", { name: "How this control reads a file" })).toHaveCount(0);
  await page.goto(`${demoSetup("roller").address}/keep`);
  await expect(page.getByText(/G10 P10002 X-13\.4394.* sets offset 2,/).first()).toBeVisible();
});

test("a control of RS-274 is given what sets there, with diameters said", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  await page.goto(`${demoSetup("pin").address}/table?side=files`);
  const asked = page.getByRole("region", { name: "How this control reads a file" });
  await asked.getByRole("radio", { name: /G10 L1 P/ }).check();
  await expect(asked.getByText(/In its programs a line/)).toHaveCount(0);
  await asked.getByRole("button", { name: "This is how it reads" }).click();
  const contents = page.getByLabel("Contents of the file");
  await expect(contents).toContainText("G20 G90 G7");
  await expect(contents).toContainText(/G10 L1 P\d/);
  await expect(contents).not.toContainText(/L10|L11|L20/);
});
