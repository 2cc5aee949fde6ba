import { expect, openSetup, signInAs, test } from "./shop.ts";

test("a viewer looks and changes nothing, whatever is sent", async ({ page, baseURL }) => {
  await signInAs(page, "Odile");
  await openSetup(page, "Focuser drawtube 52");
  await expect(page.getByText("You are looking on: a viewer changes nothing.")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Accept/ })).toHaveCount(0);
  await expect(page.getByRole("textbox", { name: /machine position/ })).toHaveAttribute("readonly", "");
  const address = page.url().replace(/\/touch.*$/, "/entries");
  const form = { intent: "choose-way", id: crypto.randomUUID(), base: "0", offset: "1", axis: "x", way: "paper" };
  const refused = await page.request.post(address, { form, headers: { Origin: baseURL ?? "" } });
  expect(refused.status()).toBe(403);
});

test("every page asks for a sign-in, and a signed-in page cannot be used by another site", async ({
  page,
  request,
  baseURL,
}) => {
  await page.goto("/setups/none/touch?tool=1");
  await expect(page).toHaveURL(/sign-in\?to=/);
  const forged = await request.post("/sign-in", {
    form: { intent: "secret", name: "Ines", secret: "5200" },
    headers: { Origin: "http://elsewhere.example" },
  });
  expect(forged.status()).toBe(403);
  const large = await request.post("/sign-in", {
    data: "x".repeat(70_000),
    headers: { Origin: baseURL ?? "", "Content-Type": "text/plain" },
  });
  expect(large.status()).toBe(413);
});

test("a PIN signs in, a wrong one does not, and too many lock the name", async ({ page, allowConsole }) => {
  allowConsole(/status of 4(22|29)/);
  await page.goto("/sign-in");
  const tryPin = async (pin: string) => {
    await page.getByRole("textbox", { name: "Name" }).fill("Marit");
    await page.getByLabel("Passphrase or PIN").fill(pin);
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
  };
  await tryPin("5200");
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page).toHaveURL(/sign-in/);
  for (let attempt = 0; attempt < 4; attempt++) {
    await tryPin("0000");
    await expect(page.getByRole("alert")).toContainText("do not belong together");
    await expect(page.getByRole("textbox", { name: "Name" })).toHaveValue("Marit");
  }
  await tryPin("0000");
  await expect(page.getByRole("alert")).toContainText("Too many attempts. Wait 30 seconds");
});

test("a tap before the page has come alive signs in all the same", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ javaScriptEnabled: false, baseURL: baseURL ?? "" });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByRole("button", { name: "Ines" }).click();
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
  await context.close();
});

test("a signed-off setup takes no more entries", async ({ page }) => {
  await signInAs(page, "Ines");
  await openSetup(page, "Eyepiece clamp");
  await expect(page.getByText("This setup is signed off. A lead must reopen it")).toBeVisible();
  await expect(page.getByRole("button", { name: /^(Accept|Undo)/ })).toHaveCount(0);
});

test("what is not there says so", async ({ page, allowConsole }) => {
  allowConsole(/status of 404/);
  await signInAs(page, "Ines");
  await openSetup(page, "Focuser drawtube 52");
  await page.getByRole("link", { name: "First part" }).click();
  // Without a program the part is drawn by its steps, or its dimensions are named in the list.
  await expect(page.getByText("The drawing appears with the first step.")).toBeVisible();
  await page.getByRole("link", { name: "As a list" }).click();
  await expect(page.getByText("No dimension is named yet.")).toBeVisible();
  await page.goto("/nowhere");
  await expect(page.getByRole("heading", { name: "Not found" })).toBeVisible();
  await page.getByRole("link", { name: "Go to the setups" }).click();
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
});
