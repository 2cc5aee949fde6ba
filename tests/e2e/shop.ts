import { test as base, expect, type Page } from "@playwright/test";

export { expect };

interface Shop {
  /** Fails the test on any console message or page error; name here what a test provokes on purpose. */
  readonly allowConsole: (pattern: RegExp) => void;
}

/** Every page of every story is watched: no console message, no error, no hydration mismatch. */
export const test = base.extend<Shop>({
  allowConsole: [
    async ({ context }, use) => {
      const allowed: RegExp[] = [];
      const heard: string[] = [];
      context.on("console", (message) => heard.push(`${message.type()}: ${message.text()}`));
      context.on("weberror", (failure) => heard.push(`error: ${failure.error().message}`));
      await use((pattern) => allowed.push(pattern));
      expect(heard.filter((text) => !allowed.some((pattern) => pattern.test(text)))).toEqual([]);
    },
    { auto: true },
  ],
});

/** Signs in with one tap, as the demo offers. */
export async function signInAs(page: Page, name: "Ines" | "Bruno" | "Marit" | "Odile"): Promise<void> {
  await page.goto("/sign-in");
  await page.getByRole("button", { name }).click();
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
}

/** Opens a setup from the list by the name of its part, ready for keys. */
export async function openSetup(page: Page, part: string): Promise<void> {
  await page.getByRole("link", { name: part }).click();
  await expect(page.getByRole("navigation", { name: "Plan" })).toBeVisible();
}

/** What the machine is to be given, as the screen says it. */
export const keyIn = (page: Page) => page.getByTestId("key-in");

/** Takes the machines' position feeds away from this page: readings are keyed, as in a shop that has none. */
export async function withoutFeed(page: Page): Promise<void> {
  await page.route("**/machines/*/position", (route) => route.fulfill({ status: 204 }));
}
