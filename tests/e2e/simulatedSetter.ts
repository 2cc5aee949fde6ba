import type { Page } from "@playwright/test";
import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import { type Axis, toControl } from "../../core/machine/index.ts";
import { type TouchField, wayOf, wholeChoice } from "../../core/tool/index.ts";
import { crossingOf, reckonedWork } from "../../core/touch/index.ts";
import { convertLength } from "../../core/units/index.ts";
import { readoutAtContact } from "../../sim/contact/contact.ts";
import { bodyOf } from "../../sim/contact/toolBody.ts";
import { expect } from "./shop.ts";

/** Where every tool of a machine truly is, in millimetres, X as diameters. The screen is never told. */
export type Truth = Readonly<Record<string, Readonly<Partial<Record<Axis, number>>>>>;

/** What is used to measure and feel with. */
export interface Bench {
  /** Diameter that stands at contact outside, and in the hole. */
  readonly outside: number;
  readonly bore: number;
  readonly paper: number;
  readonly retreat: number;
}

/** Where the page itself says that it is: what the browser tells the test of that comes later at times. */
export const addressOf = (page: Page): Promise<string> => page.evaluate(() => location.href);

/**
 * A setter at a simulated lathe: reads on the screen what is asked for, moves the tool into contact, and types what the
 * machine's display and the micrometer show. Counts keys beside the digits of the numbers themselves.
 */
export class SimulatedSetter {
  readonly counts: { readonly step: string; readonly keys: number }[] = [];
  /** Steps whose number the page doubted, and that were kept. */
  readonly doubted: string[] = [];
  private keys = 0;

  constructor(
    private readonly page: Page,
    private readonly truth: Truth,
    private readonly bench: Bench,
    /** The work offset that the control truly wants on Z; it is taught, not known. */
    private readonly trueWork: number,
  ) {}

  async press(key: string): Promise<void> {
    this.keys += 1;
    await this.page.keyboard.press(key);
  }

  /** Chooses another way by its key, if it is not chosen already. */
  async choose(name: string): Promise<void> {
    const radio = this.page.getByRole("radio", { name });
    if (await radio.isChecked()) return;
    const labels = await this.page
      .getByRole("radiogroup", { name: /^Way to touch/ })
      .locator("label")
      .allInnerTexts();
    await this.press(`Alt+${labels.findIndex((text) => text.includes(name)) + 1}`);
    await expect(radio).toBeChecked();
  }

  /** The way that is chosen on the screen now. */
  async way(): Promise<TouchWay> {
    const group = this.page.getByRole("radiogroup", { name: /^Way to touch/ });
    return (await group.locator("input:checked").inputValue()) as TouchWay;
  }

  /** Touches the axis that is on the screen, and accepts. */
  async touch(setup: SetupView, tool: ToolView, axis: Axis, isWork = false): Promise<void> {
    const way = await this.way();
    const numbers = this.numbersFor(setup, tool, axis, way, isWork);
    await this.press("h");
    for (const field of wayOf(way).fields(axis, tool.zone)) {
      const input = this.page.locator(`input[name="${field}"]`);
      const wanted = numbers[field] ?? "0";
      const shown = await input.inputValue();
      if (shown !== "" && Math.abs(Number(shown) - Number(wanted)) < 1e-9) continue;
      for (
        let tries = 0;
        tries < 8 && !(await input.evaluate((element) => element === document.activeElement));
        tries++
      )
        await this.press("Tab");
      await input.evaluate((element: HTMLInputElement) => element.select());
      await this.page.keyboard.type(wanted);
    }
    await this.accept(`${isWork ? "work " : ""}${tool.offset} ${axis} ${way}`);
  }

  /** Enter, and on to what comes next. Where the page doubts a number it is kept, and noted: the story says which may be doubted. */
  async accept(step: string): Promise<void> {
    const before = await addressOf(this.page);
    await this.press("Enter");
    const keep = this.page.getByRole("alert", { name: "Doubt" }).getByRole("button", { name: /^No, keep/ });
    const hasGoneOn = async () => {
      if (await keep.isVisible()) {
        this.doubted.push(step);
        await keep.click();
      }
      return (await addressOf(this.page)) !== before;
    };
    await expect.poll(hasGoneOn, { timeout: 20_000 }).toBe(true);
    this.counts.push({ step, keys: this.keys });
    this.keys = 0;
  }

  /** Everything that the display, the gauges and the table show in this contact, as text in the machine's unit. */
  private numbersFor(
    setup: SetupView,
    tool: ToolView,
    axis: Axis,
    way: TouchWay,
    isWork: boolean,
  ): Partial<Record<TouchField, string>> {
    const { machine } = setup;
    const truth = this.truth[tool.offset]?.[axis] ?? 0;
    const whole = wholeChoice(tool.tool, axis, tool.choice[axis]);
    const isBore = "smallestBore" in tool.tool && axis === "x";
    const size = axis === "z" ? 0 : isBore ? this.bench.bore : this.bench.outside;
    const paper = ["paper", "side", "block"].includes(way) ? this.bench.paper : 0;
    const far = axis === "x" && tool.zone.from === "minus" ? -1 : 1;
    const standing = { programmed: whole.programmed, from: tool.zone.from, stand: whole.stand, bySide: way === "side" };
    const body =
      way === "centre" ? { stretch: [0, 0] as const, approach: -1 as const } : bodyOf(tool.tool, axis, standing);
    const surface =
      way === "centre" ? 0 : axis === "z" ? size : (axis === "x" ? far : whole.stand === "minus" ? -1 : 1) * (size / 2);
    const work = isWork ? this.trueWork : (reckonedWork(setup, tool, { axis, way }) ?? 0);
    const readout = readoutAtContact({
      axis,
      surface,
      approach: body.approach,
      spacer: paper,
      tool: { body: body.stretch },
      offsets: { geometry: truth, wear: 0, work },
    });
    const old = tool[axis]?.exact ?? tool.control?.[axis] ?? 0;
    const retreat = this.bench.retreat * (isBore ? -far : far);
    const called = far * size;
    const numbers: Partial<Record<TouchField, number>> = {
      machine: readout,
      size,
      spacer: paper,
      old,
      retreat,
      commanded: called,
      overhang: undefined as never,
      jog: readout - (called + old + retreat + work),
    };
    if (way === "slide") numbers.commanded = far * truth + size;
    const texts: Partial<Record<TouchField, string>> = {};
    for (const field of wayOf(way).fields(axis, tool.zone)) {
      const value = numbers[field];
      if (field === "overhang")
        texts[field] = String(machine.stations?.find(({ id }) => id === tool.station)?.standardOverhang ?? 0);
      else if (value !== undefined) {
        const crossing = crossingOf(field);
        const shown =
          crossing === undefined
            ? convertLength(value, "mm", machine.units)
            : toControl(machine, axis, value, crossing, tool.zone);
        texts[field] = String(Number(shown.toFixed(machine.units === "mm" ? 4 : 5)));
      }
    }
    return texts;
  }
}
