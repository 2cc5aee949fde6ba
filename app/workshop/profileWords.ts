/** Names of a profile's fields as the people at the machine say them; lengths in millimetres where nothing is said. */
const WORDS: Readonly<Record<string, string>> = {
  id: "Short name",
  name: "Name",
  kind: "Kind",
  units: "Unit of the control",
  xShown: "X is shown as",
  measuring: "Measuring function takes",
  numbering: "Numbering of tip orientation",
  school: "School",
  dialect: "Data-setting files by",
  language: "In its programs a line G90 X Z",
  offsetDigits: "Digits of an offset number",
  yAxis: "Y axis",
  encoders: "Encoders",
  home: "Home is",
  indexing: "Indexing",
  toolCall: "A tool is called by",
  integers: "A number without a point is",
  datumFace: "Datum face",
  partWarmth: "Part warmer than gauge by, °C",
  travelMargin: "Room kept to the end of travel, mm",
  workholding: "The bar is held by",
  works: "Works the part of the",
  from: "Turning tools come from X",
  note: "What is peculiar",
  zone: "zone",
  call: "call",
  live: "driven",
  takes: "takes",
  size: "size, mm",
  longestOverhang: "longest overhang, mm",
  lateral: "lies sideways, mm",
  standardOverhang: "standard overhang, mm",
};

const NESTED: readonly (readonly [RegExp, (match: RegExpMatchArray) => string])[] = [
  [/^resolution\/(.)$/, ([, axis]) => `Last digit of ${upper(axis)}, in its unit`],
  [/^storedSign\/(.)$/, ([, axis]) => `A longer tool's ${upper(axis)} number is`],
  [/^motionSign\/(.)$/, ([, axis]) => `${upper(axis)} display grows: tool and part`],
  [/^programSign\/(.)$/, ([, axis]) => `${upper(axis)} plus in programs leads`],
  [/^travel\/(.)\/([01])$/, ([, axis, end]) => `Travel of ${upper(axis)}, ${end === "0" ? "near" : "far"} end, mm`],
  [/^jogStep\/(.)$/, ([, axis]) => `Finest step of ${upper(axis)}, mm`],
  [/^repeatability\/(.)$/, ([, axis]) => `Repeatability of ${upper(axis)}, mm`],
  [/^(?:directions\/)?(.)(Plus|Minus)$/, ([, axis, way]) => `${upper(axis)} ${way?.toLowerCase()} leads`],
  [/^table\/(.+)$/, ([, part]) => `Offset table, ${part}`],
  [/^fileForm\/(.+)$/, ([, part]) => `Confirmed for its files, ${part}`],
  [/^programFile\/percent$/, () => "Program files have percent signs"],
  [/^programFile\/ending$/, () => "Ending of program files"],
  [/^programFile\/lineEnd$/, () => "Line ends of program files"],
  [/^reckons\/work$/, () => "Measuring reckons with the work offset"],
  [/^reckons\/wear$/, () => "Measuring reckons with wear"],
  [/^reckons\/workMustBeZero$/, () => "The work offset must be 0 first"],
  [/^setter\/(kind|calibratedIn)$/, ([, part]) => (part === "kind" ? "Setter" : "Setter calibrated in")],
  [/^setter\/(.+)$/, ([, side]) => `Trigger position, ${side}, mm`],
  [/^turret\/axisAtZero$/, () => "Turret's axis from the spindle's at machine X 0, mm"],
  [/^turret\/seatRadius$/, () => "Turret's axis to its seats, mm"],
  [/^combs\/([ab])$/, ([, side]) => `Facing combs, zone of the ${side === "a" ? "one" : "other"}`],
  [/^combs\/gap$/, () => "Facing combs, between their planes, mm"],
  [/^combs\/at$/, () => "Facing combs, a tool works at, mm"],
  [/^combs\/margin$/, () => "Facing combs, room kept, mm"],
  [/^arm\/carriesOverhang$/, () => "The control carries the arm's overhang"],
  [/^arm\/angle$/, () => "Angle of the arm (0 along Z)"],
  [/^arm\/pivotDistance$/, () => "Pivot distance of the arm, mm"],
];
/** What a sign of a profile means, by its field; any other choice stands for itself. */
export function choiceWords(path: string, choice: string): string {
  const own = /(^|\/)(dialect|format)$/.test(path)
    ? FORMS[choice]
    : /(^|\/)language$/.test(path)
      ? LANGUAGES[choice]
      : undefined;
  if (own !== undefined) return own;
  const sign = SIGNS.find(([pattern]) => pattern.test(path));
  if (sign && (choice === "1" || choice === "-1")) return choice === "1" ? sign[1] : sign[2];
  return choice.replaceAll("-", " ").trim() || choice;
}
const FORMS: Readonly<Record<string, string>> = {
  "gcode-l": "register: G10 L10 P1",
  "gcode-n": "number: G10 P10001",
  "gcode-set": "RS-274: G10 L1 P1",
};
const LANGUAGES: Readonly<Record<string, string>> = {
  "box-cycles": "cuts and comes back (a cycle)",
  "absolute-modes": "says absolute",
  "rs-274": "says absolute (RS-274)",
};
const SIGNS: readonly (readonly [RegExp, plus: string, minus: string])[] = [
  [/(^|\/)storedSign\//, "larger (+)", "smaller (−)"],
  [/(^|\/)motionSign\//, "draw apart (+)", "come together (−)"],
  [/(^|\/)programSign\//, "away from the part (+)", "into the part (−)"],
];
const upper = (axis: string | undefined) => (axis ?? "").toUpperCase();

/** A field's name for people, from its path. */
export function profileLabel(path: string): string {
  for (const [pattern, words] of NESTED) {
    const match = path.match(pattern);
    if (match) return words(match);
  }
  return WORDS[path] ?? path;
}

const begins =
  (...names: readonly string[]) =>
  (path: string) =>
    names.some((name) => path === name || path.startsWith(`${name}/`));
const control = begins(
  "units",
  "resolution",
  "xShown",
  "storedSign",
  "numbering",
  "offsetDigits",
  "table",
  "toolCall",
  "integers",
);
const files = begins("dialect", "language", "fileForm", "programFile");
const measuring = begins("measuring", "reckons", "school", "setter", "datumFace");
const first = begins("id", "name", "kind");

/** The form's groups, every field in one of them. */
export const GROUPS: readonly {
  readonly title: string;
  readonly belongs: (path: string) => boolean;
  readonly isOpen: boolean;
}[] = [
  { title: "What it is", belongs: first, isOpen: true },
  { title: "How its control shows and stores", belongs: control, isOpen: true },
  { title: "How it is measured on it", belongs: measuring, isOpen: false },
  { title: "Files", belongs: files, isOpen: false },
  {
    title: "How it moves",
    belongs: (path) => ![first, control, measuring, files].some((group) => group(path)),
    isOpen: false,
  },
];
