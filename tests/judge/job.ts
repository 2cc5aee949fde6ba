import { offsetsFile } from "../../app/table/offsetsFile.ts";
import { formatNamed } from "../../core/formats/index.ts";
import type { ToolView } from "../../core/ledger/index.ts";
import { type MachineProfile, profileFromAnswers, SCHOOLS, type School } from "../../core/machine/index.ts";
import { nextStep, touchingOrder } from "../../core/plan/index.ts";
import {
  type EdgeChoice,
  edgeOptions,
  familyOf,
  type Tool,
  type TouchWay,
  waysToTouch,
  wholeChoice,
} from "../../core/tool/index.ts";
import { EVERY_TOOL } from "../../core/touch/everyTool.fixture.ts";
import {
  type AxisName,
  answersOf,
  apart,
  type Draws,
  drawMachine,
  drawsOf,
  each,
  lastDigitOf,
  millimetresOf,
  PhysicalControl,
  type PhysicalMachine,
  type Seat,
  stretchOf,
  type ToolShape,
} from "../../sim/physical/index.ts";
import type { Desk } from "./desk.ts";
import { all, byId, labelled, numberIn, type Part, wordsOf } from "./page.tsx";

/** What went wrong in a job, in words, and which ways and kinds were met. */
export interface JobReport {
  readonly seed: number;
  readonly wrong: readonly string[];
  readonly met: ReadonlySet<string>;
  readonly pages: number;
}

const HOLE = 12;
const BAR = 20;
const RAW_END = 0.5;
const REAR = -14;
const PART_LENGTH = 30;

interface Mounted {
  readonly offset: string;
  readonly tool: Tool;
  readonly seat: Seat;
}

/** One machine drawn at random with one job on it, from the first touch to the second part. */
export class Job {
  readonly seed: number;
  /** Tools at most. */
  private readonly most: number;
  private readonly draws: Draws;
  private readonly machine: PhysicalMachine;
  private readonly control: PhysicalControl;
  private readonly desk: Desk;
  private readonly mounted: readonly Mounted[];
  private readonly school: School;
  private readonly wrong: string[] = [];
  private readonly met = new Set<string>();
  private pages = 0;
  private readonly datum: number;
  private isFaced = false;
  private bar = BAR;
  private hole = HOLE;
  /** What the page said that a sum rests on without it being known. */
  private readonly conditions = new Set<string>();
  private readonly tellsWork: boolean;

  constructor(seed: number, desk: Desk, most = 5) {
    this.seed = seed;
    this.desk = desk;
    this.most = most;
    this.draws = drawsOf(seed * 7 + 3);
    this.machine = drawMachine(seed);
    const { draws } = this;
    this.school = draws.pick(SCHOOLS.filter((school) => school !== "setter" || this.machine.setter !== undefined));
    this.tellsWork = draws.flip(0.8);
    this.datum = draws.between(20, 80, 0.01);
    this.mounted = this.mount();
    this.control = new PhysicalControl(this.machine, new Map(this.mounted.map(({ offset, seat }) => [offset, seat])));
    for (const { offset } of this.mounted)
      for (const axis of ["x", "y", "z"] as const) {
        this.control.key(offset, axis, "geometry", draws.between(-3, 3), "overwrite");
        if (draws.flip(0.3)) this.control.key(offset, axis, "wear", draws.between(-0.2, 0.2), "overwrite");
      }
    for (const axis of ["x", "y", "z"] as const)
      if (draws.flip(axis === "z" ? 0.6 : 0.3)) this.control.keyWork("G54", axis, draws.between(-12, 12));
  }

  /** Runs the whole job. */
  async run(): Promise<JobReport> {
    try {
      await this.open();
      await this.touchAll();
      if (this.draws.flip(0.3)) this.loadFile();
      this.readTips();
      await this.proveAll();
      await this.firstPart();
    } catch (failure) {
      this.wrong.push(
        `stopped: ${failure instanceof Error ? (failure.stack ?? failure.message).slice(0, 900) : String(failure)}`,
      );
    }
    const { seed, wrong, met, pages } = this;
    return { seed, wrong: wrong.map((one) => `${this.about()}: ${one}`), met, pages };
  }

  private about(): string {
    const { unit, xShows, entry } = this.machine;
    return `seed ${this.seed}, ${unit}, X as ${xShows}, ${entry}, ${this.school}`;
  }

  private mount(): readonly Mounted[] {
    const { draws, machine, school } = this;
    // A back block works under the same work offset here; with a datum face at the main spindle that means nothing there.
    // A work offset that is taught after the tools can serve only zones whose readout runs alike.
    const first = machine.zones.find(({ spindle }) => spindle === "main") as (typeof machine.zones)[number];
    const isAfter = school === "datum-face" || school === "setter";
    const zones = machine.zones.filter(
      (zone) =>
        !(school === "datum-face" && zone.kind === "back") && !(isAfter && apart(zone, "z") !== apart(first, "z")),
    );
    const facing = EVERY_TOOL[0] as Tool;
    const tools: Mounted[] = [];
    const seat = (zone: (typeof zones)[number]): Seat => ({
      zone,
      place: each(() => draws.between(-300, 300, 0.0001)),
    });
    const main = zones.find(({ spindle }) => spindle === "main") as (typeof zones)[number];
    tools.push({ offset: "1", tool: facing, seat: seat(main) });
    const count = Math.min(this.most, 3 + Math.floor(draws.next() * 3));
    for (let index = 2; index <= count; index++) {
      const zone = draws.pick(zones);
      const tool = draws.pick(EVERY_TOOL.slice(1));
      tools.push({ offset: String(index), tool, seat: seat(zone) });
    }
    return tools;
  }

  private profile(): MachineProfile {
    const { machine, school } = this;
    const inMm = machine.unit === "in" ? 25.4 : 1;
    const travel = [-3000, 3000];
    const plain: MachineProfile = {
      id: "trial",
      name: "Trial lathe",
      kind: "turret-lathe",
      units: "mm",
      xShown: "diameter",
      resolution: each(() => lastDigitOf(machine)),
      storedSign: { x: 1, y: 1, z: 1 },
      measuring: "overwrite",
      numbering: "A",
      school,
      dialect: "gcode-l",
      yAxis: true,
      offsetDigits: 2,
      travel: { x: travel, y: travel, z: travel },
      jogStep: each(() => lastDigitOf(machine) * inMm),
      repeatability: each(() => 0.002),
      xPlus: "one way",
      zPlus: "one way",
      zones: machine.zones.map(({ id, kind, spindle, arm }) => ({
        id,
        name: id,
        kind,
        works: spindle,
        from: "plus" as const,
        ...(arm && { arm: { carriesOverhang: arm.carries, angle: arm.angle, pivotDistance: 60 } }),
      })),
      stations: this.mounted.map(({ offset, seat }) => ({
        id: offset,
        zone: seat.zone.id,
        call: offset,
        standardOverhang: machine.standardOverhang,
      })),
      ...(machine.setter && {
        setter: { kind: "arm", calibratedIn: machine.unit, outside: -100, bore: -90, face: -300 },
      }),
    };
    return profileFromAnswers(plain, answersOf(machine));
  }

  private async open(): Promise<void> {
    const { desk, control } = this;
    const tools = this.mounted.map(({ offset, tool }) => ({ offset, tool }));
    await desk.open(this.profile(), this.school === "master-tool" ? "1" : undefined, tools);
    if (this.draws.flip(0.6)) await this.readTable();
    else if (this.tellsWork)
      for (const axis of ["x", "z"] as const)
        await desk.send("set-work", {
          name: "G54",
          axis,
          means: "entered",
          value: this.text(control.work("G54")[axis]),
          meant: "yes",
        });
  }

  /** The control's own table as a file, every number as the control has it. */
  private tableText(withWork: boolean): string {
    const { control, machine } = this;
    const words = (values: Readonly<Record<AxisName, number>>) =>
      ["x", "y", "z"].map((axis) => `${axis.toUpperCase()}${this.text(values[axis as AxisName])}`).join(" ");
    const lines = this.mounted.flatMap(({ offset }) => {
      const { geometry, wear } = control.row(offset);
      return [`G10 L10 P${offset} ${words(geometry)} R0.4 Q3`, `G10 L11 P${offset} ${words(wear)}`];
    });
    const work = withWork ? [`G10 L2 P1 ${words(control.work("G54"))}`] : [];
    return ["%", machine.unit === "mm" ? "G21 G90" : "G20 G90", ...work, ...lines, "%", ""].join("\n");
  }

  private async readTable(): Promise<void> {
    await this.desk.send("take-table", { source: "file", name: "backup.nc", text: this.tableText(this.tellsWork) });
  }

  /** A number as this control shows it. */
  private text(number: number): string {
    return number.toFixed(this.machine.unit === "mm" ? 3 : 4);
  }

  private touchPage(address: string): Promise<Part> {
    this.pages += 1;
    return this.desk.page("touch", address);
  }

  private async touchAll(): Promise<void> {
    for (let guard = 0; guard < 80; guard++) {
      const step = nextStep(touchingOrder(this.desk.view));
      if (!step) return;
      switch (step.kind) {
        case "face":
          this.isFaced = true;
          await this.desk.send("record-face");
          break;
        case "hole":
          await this.desk.send("record-hole", { diameter: this.size(2 * this.hole), sizeUnit: this.machine.unit });
          break;
        case "length": {
          const length = this.size(PART_LENGTH);
          await this.desk.send("record-length", { length, nominal: length, sizeUnit: this.machine.unit });
          break;
        }
        case "nose": {
          const tool = this.viewOf(step.offset).tool;
          await this.desk.send("accept-nose", {
            offset: step.offset,
            ...("insert" in tool && { insert: tool.insert }),
          });
          break;
        }
        case "work":
          await this.touch(step.offset, "z", "work");
          break;
        case "x":
        case "y":
        case "z":
          await this.touch(step.offset, step.kind, "geometry");
          break;
        default:
          throw new Error(`no idea how to ${step.kind}`);
      }
    }
    throw new Error("the plan does not come to an end");
  }

  private viewOf(offset: string): ToolView {
    const view = this.desk.view.tools.find((one) => one.offset === offset);
    if (!view) throw new Error(`no tool ${offset}`);
    return view;
  }

  /** A size as a gauge reads it in the unit of the form. */
  private size(millimetres: number): string {
    return this.machine.unit === "in" ? (millimetres / 25.4).toFixed(6) : millimetres.toFixed(5);
  }

  private shapeOf(tool: Tool, axis: AxisName, choice: EdgeChoice): ToolShape {
    const { programmed } = wholeChoice(tool, axis, choice);
    return { ...(tool as unknown as ToolShape), programmed };
  }

  private choose(view: ToolView, axis: AxisName, isWork: boolean): { way: TouchWay; choice: EdgeChoice } {
    const { draws } = this;
    const setup = this.desk.view;
    const place = {
      machine: { ...setup.machine, school: setup.school },
      zone: view.zone,
      station: setup.machine.stations?.find(({ id }) => id === view.station),
    };
    const isFirst = setup.tools.every(({ z }) => !z) && !setup.taught.z;
    const ways = waysToTouch(view.tool, axis, place).filter(
      (way) =>
        !(isWork && ["setter", "preset", "slide", "pull"].includes(way)) &&
        !(way === "pull" && (!isFirst || view.zone.works === "sub" || this.school === "datum-face")) &&
        // What a setter measures is closed by teaching the work offset afterwards.
        !(way === "setter" && this.school !== "setter"),
    );
    const options = edgeOptions(view.tool, axis);
    const one = <Value>(values: readonly Value[]) => (values.length > 0 ? draws.pick(values) : undefined);
    const choice: EdgeChoice = { stand: one(options.stand), programmed: one(options.programmed), touching: undefined };
    // The work offset is taught as the tool was set.
    const kept = isWork ? view.choice[axis] : choice;
    const usual = this.school === "setter" && !isWork ? ways.filter((way) => way === "setter") : ways;
    return { way: draws.pick(usual.length > 0 ? usual : ways), choice: kept };
  }

  /** One touch: contact on the iron, what the page asks for, its answer keyed, the display read. */
  private async touch(offset: string, axis: AxisName, solveFor: "geometry" | "work"): Promise<void> {
    const { desk, machine } = this;
    const isWork = solveFor === "work";
    const { way, choice } = this.choose(this.viewOf(offset), axis, isWork);
    const edges = Object.fromEntries(Object.entries(choice).filter(([, value]) => value !== undefined)) as Record<
      string,
      string
    >;
    await desk.send("choose-way", { offset, axis, way, ...edges });
    const view = this.viewOf(offset);
    this.met.add(`${view.tool.kind}/${axis}/${way}`);
    this.met.add(`zone ${view.zone.kind}`);
    const address = `tool=${offset}&do=${isWork ? "work" : axis}`;
    const before = await this.touchPage(address);
    const typed = this.contact(before, view, axis, way, isWork ? view.choice[axis] : choice, isWork);
    const form = { offset, axis, way, solveFor, sizeUnit: machine.unit, ...edges, ...typed };
    let refused = await desk.tried("accept-touch", form);
    // A person who has looked again keeps what is right.
    if (refused !== undefined && /\?/.test(refused))
      refused = await desk.tried("accept-touch", { ...form, settled: "kept", doubted: "unexplained" });
    if (refused !== undefined)
      throw new Error(`touch of ${view.tool.kind} ${axis} ${way} ${JSON.stringify(typed)}: ${refused}`);
    await this.keyAsSaid(await this.touchPage(address), view, axis, way, isWork);
  }

  /** Brings the tool into contact, and gives what a person would type into the fields that the page shows. */
  private contact(
    page: Part,
    view: ToolView,
    axis: AxisName,
    way: TouchWay,
    choice: EdgeChoice,
    isWork: boolean,
  ): Record<string, string> {
    const { control, machine, draws } = this;
    const { zone } = this.control.seats.get(view.offset) as Seat;
    const shape = this.shapeOf(view.tool, axis, choice);
    const { stand, touching, programmed } = wholeChoice(view.tool, axis, choice);
    const k = millimetresOf(machine, axis);
    control.call(view.offset);
    const family = familyOf(view.tool);
    const isInside = family === "bore" && axis === "x";
    const spacer = ["paper", "block", "side", "preset"].includes(way) ? draws.pick([0.05, 0.1, 2.5]) : 0;
    // Where the surface is, and from which side the tool comes to it: +1 from plus.
    let surface = 0;
    let from: 1 | -1 = 1;
    if (axis === "x") {
      if (way === "skim") {
        if (isInside) this.hole += 0.2;
        else this.bar -= 0.2;
      }
      surface = zone.side * (isInside ? this.hole : this.bar);
      from = (isInside ? -zone.side : zone.side) as 1 | -1;
    } else if (axis === "y") {
      from = stand === "minus" ? -1 : 1;
      surface = from * this.bar;
    } else if (stand === "behind") {
      surface = REAR;
      from = -1;
    } else if (this.school === "datum-face" && !isWork) surface = -this.datum;
    else surface = zone.spindle === "sub" || this.isFaced || way === "skim" ? 0 : RAW_END;
    const [low, high] = stretchOf(shape, axis, zone, stand === "behind");
    const reach = () => (from === 1 ? surface + spacer - low : surface - spacer - high);
    if (way === "centre") control.putAt(axis, 0);
    else if (way === "side")
      control.putAt(axis, zone.side * (this.bar + spacer + ((view.tool as { diameter?: number }).diameter ?? 0) / 2));
    else if (way === "setter") {
      const trips = machine.setter as NonNullable<PhysicalMachine["setter"]>;
      const side = axis === "z" ? trips.face : isInside ? trips.bore : trips.outside;
      // On X the setter is calibrated to the work offset that the machine has there, a constant.
      const constant = axis === "x" ? control.work("G54").x : 0;
      const at = apart(zone, axis) * (side - constant) * k;
      control.putAt(axis, from === 1 ? at - low : at - high);
    } else if (way === "eye" && touching !== undefined && programmed !== undefined) {
      const shift = placeOfEdge(shape, touching) - placeOfEdge(shape, programmed);
      control.putAt(axis, surface - (axis === "x" ? zone.side : 1) * shift);
    } else if (way === "slide") this.slide(view.offset, axis, surface, zone.arm ? surface : reach());
    else if (way === "pull") {
      control.putAt(axis, draws.between(-20, 60, 0.001));
      surface = 0;
      control.faceMoved += control.truePlace("z") + low;
      this.isFaced = true;
    } else control.putAt(axis, reach());
    const typed: Record<string, string> = {};
    if (axis === "z" && way === "skim") this.isFaced = true;
    for (const name of fieldNames(page))
      typed[name] = this.field(name, { view, axis, way, zone, surface, spacer, isInside, from, isWork, stand });
    return typed;
  }

  /** The machine stands where its display reads the surface, about; the loose tool is slid until it meets it, and clamped. */
  private slide(offset: string, axis: AxisName, surface: number, contact: number): void {
    const { control, draws } = this;
    control.call(offset, false);
    control.goTo(axis, control.programWord(axis, surface + draws.between(-0.2, 0.2)));
    const seat = control.seats.get(offset) as Seat;
    const place = { ...seat.place, [axis]: seat.place[axis] + control.truePlace(axis) - contact };
    control.seats.set(offset, { ...seat, place });
    control.call(offset);
  }

  private field(
    name: string,
    at: {
      readonly view: ToolView;
      readonly axis: AxisName;
      readonly way: TouchWay;
      readonly zone: Seat["zone"];
      readonly surface: number;
      readonly spacer: number;
      readonly isInside: boolean;
      readonly from: 1 | -1;
      readonly isWork: boolean;
      readonly stand: EdgeChoice["stand"];
    },
  ): string {
    const { control, machine } = this;
    const { view, axis, way, surface, spacer } = at;
    switch (name) {
      case "machine":
        return this.text(control.display[axis]);
      case "size":
        if (axis !== "z") return this.size(2 * Math.abs(surface));
        if (this.school === "datum-face" && !at.isWork) return this.size(surface + this.datum);
        return this.size(at.stand === "behind" ? -surface : Math.max(0, surface));
      case "spacer":
        return this.size(spacer);
      case "trigger": {
        const trips = machine.setter as NonNullable<PhysicalMachine["setter"]>;
        return this.text(axis === "z" ? trips.face : at.isInside ? trips.bore : trips.outside);
      }
      case "overhang":
        return this.size(machine.standardOverhang);
      case "old":
        return this.text(control.row(view.offset).geometry[axis]);
      case "commanded": {
        if (way === "preset") return this.preset(at).commanded;
        control.call(view.offset, false);
        const shown = control.position(axis);
        control.call(view.offset);
        return this.text(shown);
      }
      case "retreat":
        return this.preset(at).retreat;
      case "jog":
        return this.preset(at).jog;
      default:
        throw new Error(`the page asks for ${name}`);
    }
  }

  /** Called a little off the surface with its old setting, retreated, jogged in: all read off the same display. */
  private preset({
    view,
    axis,
    zone,
    surface,
    from,
  }: {
    readonly view: ToolView;
    readonly axis: AxisName;
    readonly zone: Seat["zone"];
    readonly surface: number;
    readonly from: 1 | -1;
  }) {
    const { control, machine } = this;
    const contact = { ...control.display };
    const k = millimetresOf(machine, axis);
    control.call(view.offset);
    const wear = control.row(view.offset).wear[axis];
    control.row(view.offset).wear[axis] = 0;
    const word = control.programWord(axis, surface + from * 0.75);
    control.goTo(axis, word);
    control.row(view.offset).wear[axis] = wear;
    const called = control.display[axis];
    const retreat = Math.round((apart(zone, axis) * from * 5) / k / lastDigitOf(machine)) * lastDigitOf(machine);
    const jog = contact[axis] - (called + retreat);
    control.display[axis] = contact[axis];
    return { commanded: this.text(word), retreat: this.text(retreat), jog: this.text(jog) };
  }

  /** Does at the control what the box on the page says, and reads the display as it asks for. */
  private async keyAsSaid(page: Part, view: ToolView, axis: AxisName, way: TouchWay, isWork: boolean): Promise<void> {
    const { control, machine } = this;
    const box = byId(page, "key-in");
    if (!box) throw new Error("the page has no box that says what to key");
    const words = wordsOf(box);
    const output = all(box).find(({ tag }) => tag === "output");
    const number = output && numberIn(wordsOf(output));
    if (number === undefined) throw new Error(`the box says nothing: ${words}`);
    const name = axis.toUpperCase();
    const condition = words.match(/Right if (G5\d [XYZ]) is 0/)?.[1];
    if (condition) this.conditions.add(`${view.offset} ${axis}`);
    const kept = control.work("G54")[axis];
    if (words.includes(`First set wear ${name} to 0`)) control.key(view.offset, axis, "wear", 0, "overwrite");
    if (words.includes(`First set G54 ${name} to 0`)) control.keyWork("G54", axis, 0);
    if (words.includes(`Key into G54, ${name}`)) control.keyWork("G54", axis, number);
    else if (words.includes("State as touched")) control.state(view.offset, axis, number);
    else if (words.includes("Add to")) control.key(view.offset, axis, "geometry", number, "add");
    else if (words.includes(`Key into ${name} geometry`))
      control.key(view.offset, axis, "geometry", number, "overwrite");
    else if (!words.includes("in the control")) throw new Error(`no idea what to do: ${words}`);
    // A master carries no length of its own: the work offset is its length.
    if (isWork && this.school === "master-tool" && view.offset === "1")
      control.key("1", "z", "geometry", 0, "overwrite");
    if (isWork) control.key(view.offset, axis, "wear", 0, "overwrite");
    const shown = words.match(new RegExp(`display must read ${name} (\\S+)`))?.[1];
    const atZero = words.includes("G54 at 0") && !words.includes("back afterwards");
    if (atZero) control.keyWork("G54", axis, 0);
    if (shown !== undefined && !condition) {
      control.call(view.offset);
      const wanted = numberIn(shown);
      const reads = control.position(axis);
      if (wanted === undefined || Math.abs(wanted - reads) > 1.5 * lastDigitOf(machine))
        this.wrong.push(
          `display of ${view.tool.kind} ${view.zone.kind} ${axis} by ${way} ${JSON.stringify(view.choice[axis])} must read ${shown}, reads ${reads}; the box: ${words}`,
        );
    }
    if (atZero) control.keyWork("G54", axis, kept);
    if (words.includes("back afterwards") && control.work("G54")[axis] === 0) control.keyWork("G54", axis, kept);
    await this.tick(view.offset, axis, isWork);
  }

  private async tick(offset: string, axis: AxisName, isWork: boolean): Promise<void> {
    const { control, desk } = this;
    if (!this.draws.flip(0.7)) return;
    const cells = isWork
      ? [{ row: "G54", column: `work.${axis}`, value: control.work("G54")[axis] }]
      : [
          { row: offset, column: `geometry.${axis}`, value: control.row(offset).geometry[axis] },
          { row: offset, column: `wear.${axis}`, value: control.row(offset).wear[axis] },
        ];
    await desk.send("key-cells", { cells: JSON.stringify(cells) });
  }

  /** Takes the file that the page offers and loads it into the control. */
  private loadFile(): void {
    const format = formatNamed("gcode-l");
    if (!format) throw new Error("no such format");
    const { text } = offsetsFile(this.desk.view, format, "2026-01-01T10:00:00.000Z");
    const { control } = this;
    for (const line of text.split("\n")) {
      const found = line.match(/^G10 L(2|10|11) P(\d+)(.*)$/);
      if (!found) continue;
      const [, register, row = "", words = ""] = found;
      for (const [, letter = "", number] of words.matchAll(/([XYZ])(-?[\d.]+)/g)) {
        const axis = letter.toLowerCase() as AxisName;
        if (register === "2") control.keyWork(`G${53 + Number(row)}`, axis, Number(number));
        else control.key(row, axis, register === "10" ? "geometry" : "wear", Number(number), "overwrite");
      }
    }
    this.met.add("file loaded");
  }

  /** Sends every tool to a point of the part and looks where its tip truly is. */
  private readTips(): void {
    const { control, machine } = this;
    for (const { offset, tool, seat } of this.mounted) {
      control.call(offset);
      const view = this.viewOf(offset);
      for (const axis of ["x", "y", "z"] as const) {
        if (!view[axis] || this.conditions.has(`${offset} ${axis}`)) continue;
        if (!this.tellsWork && this.school !== "master-tool" && !(axis === "z" && this.taughtLast())) continue;
        const point = axis === "x" ? seat.zone.side * 15 : 7;
        control.goTo(axis, control.programWord(axis, point));
        const off = control.truePlace(axis) - point;
        const digit = lastDigitOf(machine) * millimetresOf(machine, axis);
        if (Math.abs(off) > 4 * digit + 0.0005)
          this.wrong.push(
            `tip of ${tool.kind} in ${seat.zone.kind} stands ${off.toFixed(4)} mm off on ${axis} by ${view[axis]?.way} ${JSON.stringify(view.choice[axis])}`,
          );
      }
    }
  }

  private taughtLast(): boolean {
    return this.school === "setter" || this.school === "datum-face";
  }

  /** The two-line checks: what the page says that the machine must read, and how wide the gap looks. */
  private async proveAll(): Promise<void> {
    const { control, machine } = this;
    for (const { offset, tool, seat } of this.mounted) {
      if (this.conditions.size > 0 || !this.tellsWork) return;
      const { x, z } = this.viewOf(offset);
      if (!x || !z) continue;
      this.pages += 1;
      const page = await this.desk.page("prove", `view=checks&tool=${offset}`);
      const blocks = labelled(page, "Blocks of this check");
      if (!blocks || !wordsOf(page).includes(`Two lines for T0${offset}`)) continue;
      const stops = all(page).filter(
        ({ tag, attributes, parts }) =>
          tag === "li" && parts.some((one) => typeof one !== "string" && one.tag === "dl") && !attributes.href,
      );
      const lines = wordsOf(blocks).match(/G0 [XZ]-?[\d.]+/g) ?? [];
      control.call(offset);
      for (const [index, stop] of stops.entries()) {
        const words = wordsOf(stop);
        const block = lines[2 * index] ?? "";
        const axis = (block.includes("X") ? "x" : "z") as AxisName;
        control.goTo(axis, Number(block.match(/-?[\d.]+$/)?.[0]));
        const must = numberIn(words.match(/must read (\S+)/)?.[1] ?? "");
        if (must === undefined || Math.abs(must - control.display[axis]) > 3 * lastDigitOf(machine))
          this.wrong.push(
            `check of ${tool.kind} in ${seat.zone.kind} must read ${axis} ${must}, reads ${control.display[axis]}`,
          );
        const gap = numberIn(words.match(/looks like (\S+)/)?.[1] ?? "");
        if (axis === "z" && gap !== undefined && this.school !== "datum-face") {
          const shape = this.shapeOf(tool, "z", this.viewOf(offset).choice.z);
          const truly =
            control.truePlace("z") +
            stretchOf(shape, "z", seat.zone, this.viewOf(offset).choice.z.stand === "behind")[0] -
            (words.includes("gap to raw end") ? RAW_END : 0);
          const said = gap * (machine.unit === "in" ? 25.4 : 1);
          if (Math.abs(truly - said) > 0.3)
            this.wrong.push(`gap of ${tool.kind} ${JSON.stringify(shape)} said ${said}, is ${truly}`);
        }
        const end = Number(lines[2 * index + 1]?.match(/-?[\d.]+$/)?.[0]);
        const left = numberIn(words.match(/left to go (\S+)/)?.[1] ?? "");
        const now = control.position(axis);
        if (left === undefined || Math.abs(end - now - left) > 3 * lastDigitOf(machine))
          this.wrong.push(`check of ${tool.kind}: left to go ${left}, is ${end - now}`);
        control.goTo(axis, end);
      }
    }
  }

  /** A part is cut with tools that are a little off, measured, corrected as the page says, and cut again. */
  private async firstPart(): Promise<void> {
    const { desk, control, machine, draws } = this;
    if (this.conditions.size > 0 || !this.tellsWork) return;
    const cuts = this.mounted.flatMap(({ offset, tool, seat }) => {
      const view = this.viewOf(offset);
      if (!view.x || !view.z) return [];
      const family = familyOf(tool);
      const list: { offset: string; axis: "x" | "z"; nominal: number; seat: Seat; tool: Tool }[] = [];
      if (family === "outside" || family === "bore")
        list.push({ offset, axis: "x", nominal: family === "bore" ? 2 * 14 : 2 * 18, seat, tool });
      list.push({ offset, axis: "z", nominal: draws.pick([6, 12, 2]), seat, tool });
      return list;
    });
    const chosen = cuts.filter(() => draws.flip(0.5));
    if (chosen.length === 0) return;
    const worn = new Map<string, number>();
    const cut = ({ offset, axis, nominal, seat }: (typeof cuts)[number]) => {
      control.call(offset);
      const truly = axis === "x" ? (seat.zone.side * nominal) / 2 : -nominal;
      control.goTo(axis, control.programWord(axis, truly));
      const made = control.truePlace(axis) + (worn.get(`${offset} ${axis}`) ?? 0);
      return axis === "x" ? 2 * Math.abs(made) : -made;
    };
    const ids = new Map<string, string>();
    for (const one of chosen) {
      worn.set(`${one.offset} ${one.axis}`, draws.pick([0.04, -0.04, 0.064, -0.03]));
      const feature = desk.nextId();
      ids.set(`${one.offset} ${one.axis}`, feature);
      await desk.send("record-feature", {
        feature,
        name: `F${one.offset}${one.axis}`,
        offset: one.offset,
        axis: one.axis,
        sizeUnit: machine.unit,
        nominal: this.size(one.nominal),
        lower: this.size(-0.02),
        upper: this.size(0.02),
      });
      await desk.send("measure-feature", {
        feature,
        part: "1",
        measured: this.size(cut(one)),
        gauge: "",
        sizeUnit: machine.unit,
      });
    }
    for (const one of chosen) {
      const of = `${one.offset} ${one.axis}`;
      this.pages += 1;
      const page = await this.desk.page("first-part", `of=${encodeURIComponent(of)}`);
      const panel = labelled(page, new RegExp(`^Correction, ${one.axis.toUpperCase()} of T0${one.offset}`));
      const output = panel && all(panel).find(({ attributes }) => attributes["aria-label"] === "correction");
      const amount = output && numberIn(wordsOf(output));
      if (!panel || amount === undefined) {
        this.wrong.push(`no correction is offered for ${of}: ${panel ? wordsOf(panel) : "no panel"}`);
        continue;
      }
      this.met.add(`corrected ${one.axis}`);
      const wear = control.row(one.offset).wear[one.axis];
      control.key(one.offset, one.axis, "wear", amount, "add");
      const put = numberIn(wordsOf(panel).match(/wear (?:is then )?([−+-]?[\d.]+)/)?.[1] ?? "");
      if (
        put !== undefined &&
        Math.abs(put - control.row(one.offset).wear[one.axis]) > 1.5 * lastDigitOf(machine) &&
        this.viewOf(one.offset).control !== undefined
      )
        this.wrong.push(
          `wear ${of} is said to become ${put}; with ${wear} and ${amount} it is ${control.row(one.offset).wear[one.axis]}`,
        );
      const next = cut(one);
      if (Math.abs(next - one.nominal) > 0.006)
        this.wrong.push(
          `after the correction ${amount} the next ${one.axis} of ${one.tool.kind} in ${one.seat.zone.kind} measures ${next.toFixed(4)}, not ${one.nominal}`,
        );
    }
  }
}

/** Names of the lengths that the form of a page asks for. */
function fieldNames(page: Part): readonly string[] {
  const form = all(page).find(
    ({ tag, attributes }) => tag === "form" && /^(Touch|Teach)/.test(attributes["aria-label"] ?? ""),
  );
  if (!form) throw new Error("the page shows no touch");
  return all(form)
    .filter(({ tag, attributes }) => tag === "input" && (attributes.inputMode ?? attributes.inputmode) === "decimal")
    .map(({ attributes }) => attributes.name ?? "");
}

/** Where an edge is along its blade, from the chuck side or the inner wall. */
function placeOfEdge(shape: ToolShape, edge: string): number {
  const width = shape.width ?? 0;
  const share = { left: 0, inner: 0, centre: 0.5, right: 1, outer: 1 }[edge] ?? 0;
  return share * width;
}
