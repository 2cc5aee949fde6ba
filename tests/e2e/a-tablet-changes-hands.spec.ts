import { demoSetup } from "./demoSetup.ts";
import { expect, signInAs, test } from "./shop.ts";

const { address } = demoSetup("roller");

test("another setter goes on at the same tablet by their PIN, on the same page, under their own name", async ({
  page,
  browser,
  allowConsole,
}) => {
  // A wrong PIN is answered with 422.
  allowConsole(/status of 422/);
  const lead = await (await browser.newContext({ serviceWorkers: "block" })).newPage();
  await signInAs(lead, "Marit");
  const name = `Nora ${Date.now() % 10_000}`;
  await lead.goto("/workshop/people?open=new");
  await lead.getByRole("textbox", { name: "Name" }).fill(name);
  await lead.getByRole("textbox", { name: "PIN or passphrase" }).fill("471147");
  await lead.getByRole("button", { name: "Let them in" }).click();
  await expect(lead.getByText(`${name} can sign in as setter.`)).toBeVisible();

  // A session of its own: the one that other stories share goes on.
  await page.goto("/sign-in");
  await page.getByRole("button", { name: "Bruno" }).click();
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
  await page.goto(`${address}/keep`);
  await page.getByRole("button", { name: /^Bruno, setter/ }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name }).click();
  await dialog.getByLabel(/PIN or passphrase/).fill("000000");
  await dialog.getByRole("button", { name: "Go on" }).click();
  await expect(dialog.getByRole("alert")).toContainText("not theirs");
  await dialog.getByLabel(/PIN or passphrase/).fill("471147");
  await dialog.getByRole("button", { name: "Go on" }).click();
  await expect(page.getByRole("button", { name: new RegExp(`^${name}, setter`) })).toBeVisible();
  await expect(page).toHaveURL(new RegExp(`${address}/keep`));
  await page.getByRole("textbox", { name: "Note" }).fill(`Taken over by ${name}`);
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByRole("main")).toContainText(`Taken over by ${name}`);

  // The lead sees who came and went, and signs the new one out everywhere: a tablet that was left somewhere.
  await lead.goto("/workshop/sign-ins");
  await expect(lead.getByRole("row").filter({ hasText: "went on at a device" }).first()).toContainText(name);
  await expect(lead.getByRole("row").filter({ hasText: "wrong PIN" }).first()).toContainText(name);
  await lead.goto("/workshop/people");
  await lead.getByRole("link", { name }).click();
  await lead.getByRole("button", { name: `Sign ${name} out everywhere` }).click();
  await expect(lead.getByText("is signed out everywhere")).toBeVisible();
  await page.reload();
  await expect(page).toHaveURL(/sign-in/);
  await lead.context().close();
});
