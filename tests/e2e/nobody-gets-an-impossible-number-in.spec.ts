import { expect, keyIn, longTest, openSetup, signInAs, test } from "./shop.ts";

longTest("what cannot be is said in its field, and what was typed stays", async ({ page }) => {
  await signInAs(page, "Ines");
  await openSetup(page, "Dust-cap pin");
  const machine = page.getByRole("textbox", { name: "machine position at contact, X, tool 2" });
  const size = page.getByRole("textbox", { name: /diameter, X, tool 2/ });
  const accept = page.getByRole("button", { name: "Accept X, go to Z" });
  const alert = (text: string | RegExp) => expect(page.getByText(text)).toBeVisible();

  // Nothing typed: asked for only once somebody accepts, and the focus goes there.
  await accept.click();
  await alert("Type what the machine's display reads, with nothing moved since contact.");
  await expect(machine).toBeFocused();

  await machine.fill("-4.7162");
  await size.fill("4.884");
  await alert(
    /This diameter \(4.8840 in\) would be larger than the stock \(0.5030 in, nominal 0.5000 in and up to 0.0030 in oversize\)/,
  );
  await expect(size).toHaveAttribute("aria-invalid", "true");
  await accept.click();
  await expect(page.getByRole("heading", { name: "T02 · X geometry" })).toBeVisible();
  await expect(size).toHaveValue("4.884");
  await expect(keyIn(page)).not.toContainText("4.884");

  for (const [typed, said] of [
    ["1,250", "This can mean 1.2500 in or 1250.0000 in. Type it so that only one is left."],
    ["1-7/8", "This can mean 0.1250 in or 1.8750 in"],
    [".5in*.5in", "A length times or divided by a length is not a length."],
    ["half", "“h” cannot stand here."],
    [".4882+", "“.4882+” is not complete."],
    ["1/0", "This divides by zero."],
    ["0", "A diameter is above 0."],
  ] as const) {
    await size.fill(typed);
    await alert(said);
    await expect(size).toHaveValue(typed);
  }

  await machine.fill("47.162");
  await size.fill(".4882");
  await alert(/lies outside this machine's travel/);
  await machine.fill("-4.7162");

  await page.locator("label", { hasText: "Paper or shim" }).click();
  const paper = page.getByRole("textbox", { name: /paper or shim, thickness/ });
  await paper.fill("-.004");
  await alert("A spacer cannot be thinner than nothing.");
  await paper.fill("0");
  await alert("A paper or shim has a thickness.");

  // Escape gives back what stood there; leaving the page loses nothing.
  await paper.fill("0.0045");
  await size.click();
  await paper.click();
  await paper.pressSequentially("99");
  await page.keyboard.press("Escape");
  await expect(paper).toHaveValue("0.0045");
  await page.goto("/");
  await openSetup(page, "Dust-cap pin");
  await expect(machine).toHaveValue("-4.7162");
  await expect(page.getByRole("textbox", { name: /paper or shim, thickness/ })).toHaveValue("0.0045");
  await expect(keyIn(page)).toContainText("Add to X geometry, offset 02");
  // −4.7162 − (0.4882 + 2 × 0.0045) = −5.2134; the control holds −5.2044, so −0.0090 is added.
  await expect(keyIn(page)).toContainText("−0.0090");
  await expect(keyIn(page)).toContainText("makes X geometry −5.2134");
});

test("an insert that does not exist is refused with the character that fails, and a radius is said as it is keyed", async ({
  page,
}) => {
  await signInAs(page, "Ines");
  await openSetup(page, "Dust-cap pin");
  await page.keyboard.press("r");
  const insert = page.getByRole("textbox", { name: "insert designation, tool 2" });
  await insert.fill("DCMT 24.51");
  await expect(page.getByText("Expected a thickness in sixteenths of an inch")).toBeVisible();
  await expect(page.getByRole("button", { name: "Accept radius and tip, go on" })).toBeDisabled();
  await expect(insert).toHaveValue("DCMT 24.51");
  // Figure 1 is 1/64 in = 0.015625 in: keyed as 0.0156, and said the same beside the insert. 0.4 mm would be 0.0157.
  await insert.fill("DCMT 21.51");
  await expect(page.getByText(/^55° .* radius 0\.0156 in$/)).toBeVisible();
  await expect(page.getByRole("region", { name: /^Result, radius and orientation/ })).toContainText("0.0156");
  await expect(page.getByText("0.0157")).toHaveCount(0);
});

test("a comma is the decimal mark of somebody who says so", async ({ page }) => {
  await signInAs(page, "Bruno");
  await openSetup(page, "Dust-cap pin");
  await page.getByRole("textbox", { name: /diameter, X, tool 2/ }).fill("0,4882");
  await expect(page.getByText("= 0.4882 in · 12.400 mm")).toBeVisible();
  await page.getByRole("textbox", { name: /diameter, X, tool 2/ }).fill("1,250");
  await expect(page.getByText(/This diameter \(1.2500 in\) would be larger/)).toBeVisible();
});

longTest("once the bar is measured, no diameter may be larger than it", async ({ page, allowConsole }) => {
  allowConsole(/status of 422/);
  await signInAs(page, "Ines");
  await openSetup(page, "Focuser drawtube 52");
  await page.goto(`${page.url().split("?")[0]}?tool=5&do=x`);
  const size = page.getByRole("textbox", { name: /diameter, X, tool 5/ });
  await size.fill("55.2");
  await expect(page.getByText("= 55.200 mm · 2.1732 in")).toBeVisible();
  await page.locator("summary", { hasText: "Stock Ø 55.000 nominal" }).click();
  const stock = page.getByRole("textbox", { name: "measured stock diameter" });
  await stock.fill("548.2");
  await page.getByRole("button", { name: "Save stock size" }).click();
  await expect(
    page.getByText("This would be more than twice the nominal bar. Check for a decimal point."),
  ).toBeVisible();
  await expect(stock).toHaveValue("548.2");
  await stock.fill("54.82");
  await stock.press("Enter");
  await expect(page.locator("summary", { hasText: "Stock Ø 54.820 as measured" })).toBeVisible();
  await expect(page.getByText(/would be larger than the stock \(54.820 mm, as measured\)/)).toBeVisible();
  await page.getByRole("button", { name: "Undo measured stock diameter" }).click();
  await expect(page.locator("summary", { hasText: "Stock Ø 55.000 nominal" })).toBeVisible();
  await expect(page.getByText("= 55.200 mm · 2.1732 in")).toBeVisible();
});
