import { styled } from "styled-components";
import { machineProfileSchema, stationSchema, zoneSchema } from "../../core/machine/index.ts";
import { type ProfileField, profileFields, textsOfProfile } from "../../core/workshop/index.ts";
import type { KeptMachine } from "../../server/machines/machinesRepository.server.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { useDraft } from "../entry/useDraft.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { Field, Pick } from "../ui/Field.tsx";
import { FoldedPart } from "../ui/Fold.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { List, Split } from "../ui/ListWithDetails.tsx";
import { color, size } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import { FormActions, ListForm } from "./Lists.tsx";
import { MachinePicture } from "./MachinePicture.tsx";
import { choiceWords, GROUPS, profileLabel } from "./profileWords.ts";
import { useWorkshopForm, type WorkshopSending } from "./useWorkshopForm.ts";
import type { WorkshopProps } from "./workshopProps.ts";

type Texts = Readonly<Record<string, string>>;

/** Machines: what is peculiar to each, its zones and stations. */
export function MachinesSection({
  machines,
  mayChange,
  open,
}: WorkshopProps & { readonly mayChange: boolean; readonly open: string | undefined }) {
  const kept = machines.find(({ machine }) => machine.id === open);
  const isNew = open === "new" && mayChange;
  const form = useWorkshopForm("machines", open);
  return (
    <Split isOpen={isNew || kept !== undefined} all="All machines">
      <List
        entries={machines.map(({ machine, retired }) => ({
          id: machine.id,
          name: machine.name,
          retired,
          words: `${machine.kind.replaceAll("-", " ")} · ${machine.units} · ${machine.school} · ${machine.stations?.length ?? 0} stations`,
        }))}
        open={open}
        empty={`No machine is in the workshop yet.${mayChange ? " Make a new one, or import its profile." : ""}`}
      />
      {(isNew || kept) && (
        <MachineForm
          key={kept ? `${kept.machine.id} ${kept.version}` : "new"}
          kept={kept}
          mayChange={mayChange}
          form={form}
        />
      )}
    </Split>
  );
}

const FIELDS = profileFields(machineProfileSchema);
const ZONE_FIELDS = profileFields(zoneSchema);
const STATION_FIELDS = profileFields(stationSchema);

/** A new machine begins as the usual millimetre lathe; everything is there to be changed. */
const USUAL: Texts = {
  kind: "turret-lathe",
  units: "mm",
  "resolution/x": "0.001",
  "resolution/z": "0.001",
  xShown: "diameter",
  "storedSign/x": "1",
  "storedSign/z": "1",
  measuring: "overwrite",
  numbering: "A",
  school: "home-referenced",
  dialect: "gcode-l",
  "jogStep/x": "0.001",
  "jogStep/z": "0.001",
  "repeatability/x": "0.002",
  "repeatability/z": "0.002",
  xPlus: "away from the centre",
  zPlus: "away from the chuck",
  offsetDigits: "2",
};

type MachineFormProps = {
  readonly kept: KeptMachine | undefined;
  readonly mayChange: boolean;
  readonly form: WorkshopSending;
};

/** Zones and stations stand in the draft as text, beside the profile's own fields. */
const ZONES = "#zones";
const STATIONS = "#stations";

/** What is typed of a machine's profile, and the way to the workshop. */
function useMachineForm({ kept, mayChange, form }: MachineFormProps) {
  const draft = useDraft(
    `workshop:machine:${kept?.machine.id ?? "new"}`,
    () => ({
      ...(kept ? textsOfProfile(machineProfileSchema, kept.machine) : USUAL),
      [ZONES]: JSON.stringify((kept?.machine.zones ?? []).map((zone) => textsOfProfile(zoneSchema, zone))),
      [STATIONS]: JSON.stringify(
        (kept?.machine.stations ?? []).map((station) => textsOfProfile(stationSchema, station)),
      ),
    }),
    form.outcome,
  );
  const { set } = draft;
  const { [ZONES]: zonesAsText = "[]", [STATIONS]: stationsAsText = "[]", ...texts } = draft.typed;
  const zones: readonly Texts[] = JSON.parse(zonesAsText);
  const stations: readonly Texts[] = JSON.parse(stationsAsText);
  const setZones = (next: readonly Texts[]) => set(ZONES)(JSON.stringify(next));
  const setStations = (next: readonly Texts[]) => set(STATIONS)(JSON.stringify(next));
  const keep = (retired: boolean) => {
    draft.sent();
    form.send("keep-machine", {
      texts: JSON.stringify(texts),
      zones: zonesAsText,
      stations: stationsAsText,
      retired: retired ? "yes" : "no",
      ...(kept && { version: String(kept.version) }),
    });
  };
  const field = (one: ProfileField) => (
    <ProfileEntry
      key={one.path}
      field={one}
      value={texts[one.path] ?? ""}
      onChange={set(one.path)}
      refusal={form.refusalOf(one.path)}
      isReadOnly={!mayChange || (one.path === "id" && kept !== undefined)}
    />
  );
  return { draft, texts, zones, setZones, stations, setStations, keep, field };
}

interface ZonesPartProps {
  readonly zones: readonly Texts[];
  readonly setZones: (zones: readonly Texts[]) => void;
  readonly mayChange: boolean;
  readonly form: WorkshopSending;
}

/** The zones of a machine, each with its own fields. */
function ZonesPart({ zones, setZones, mayChange, form }: ZonesPartProps) {
  return (
    <FoldedPart>
      <summary>Zones ({zones.length})</summary>
      {zones.map((zone, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a zone that is being named has no other name yet
        <FoldedPart key={index}>
          <summary>{zone.name || `zone ${index + 1}`}</summary>
          <Columns>
            {ZONE_FIELDS.map((one) => (
              <ProfileEntry
                key={one.path}
                field={one}
                value={zone[one.path] ?? ""}
                onChange={(text) =>
                  setZones(zones.map((old, at) => (at === index ? { ...old, [one.path]: text } : old)))
                }
                refusal={form.refusalOf(`zones/${index}/${one.path}`)}
                isReadOnly={!mayChange}
              />
            ))}
          </Columns>
          {mayChange && (
            <PlainButton onPress={() => setZones(zones.filter((_, at) => at !== index))}>Remove this zone</PlainButton>
          )}
        </FoldedPart>
      ))}
      {mayChange && (
        <PlainButton onPress={() => setZones([...zones, { works: "main", from: "plus", kind: "turret" }])}>
          Add a zone
        </PlainButton>
      )}
    </FoldedPart>
  );
}

function MachineForm(props: MachineFormProps) {
  const { kept, mayChange, form } = props;
  const { draft, texts, zones, setZones, stations, setStations, keep, field } = useMachineForm(props);
  return (
    <ListForm
      aria-label={kept ? `Change ${kept.machine.name}` : "A new machine"}
      onSubmit={(event) => {
        event.preventDefault();
        if (mayChange && !form.busy) keep(kept?.retired ?? false);
      }}
    >
      <h2>{kept ? kept.machine.name : "A new machine"}</h2>
      <DraftNote draft={draft} />
      <FailsAlone what="The picture">
        <MachinePicture texts={texts} zones={zones} stations={stations} />
      </FailsAlone>
      {GROUPS.map(({ title, belongs, isOpen }) => (
        <FoldedPart key={title} open={isOpen}>
          <summary>{title}</summary>
          <Columns>{FIELDS.filter(({ path }) => belongs(path)).map(field)}</Columns>
        </FoldedPart>
      ))}
      <ZonesPart zones={zones} setZones={setZones} mayChange={mayChange} form={form} />
      <FoldedPart>
        <summary>Stations ({stations.length})</summary>
        <Stations>
          <table>
            <thead>
              <tr>
                {STATION_FIELDS.map(({ path }) => (
                  <th key={path} scope="col">
                    {profileLabel(path)}
                  </th>
                ))}
                <th scope="col">
                  <VisuallyHidden>remove</VisuallyHidden>
                </th>
              </tr>
            </thead>
            <tbody>
              {stations.map((station, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a station that is being named has no other name yet
                <tr key={index}>
                  {STATION_FIELDS.map(({ path, takes, choices }) => {
                    const change = (text: string) =>
                      setStations(stations.map((old, at) => (at === index ? { ...old, [path]: text } : old)));
                    const label = `${profileLabel(path)} of station ${station.id ?? index + 1}`;
                    const refusal = form.refusalOf(`stations/${index}/${path}`);
                    const options =
                      takes === "yes-or-no"
                        ? ["yes"]
                        : path === "zone" && zones.length > 0
                          ? zones.flatMap(({ id }) => id ?? [])
                          : choices;
                    return (
                      <td key={path}>
                        {options.length > 0 ? (
                          <select
                            aria-label={label}
                            value={station[path] === "no" ? "" : (station[path] ?? "")}
                            disabled={!mayChange}
                            onChange={(event) => change(event.target.value)}
                          >
                            <option value="">–</option>
                            {options.map((one) => (
                              <option key={one} value={one}>
                                {one}
                              </option>
                            ))}
                          </select>
                        ) : (
                          <input
                            aria-label={label}
                            value={station[path] ?? ""}
                            readOnly={!mayChange}
                            onChange={(event) => change(event.target.value)}
                          />
                        )}
                        {refusal && <em role="alert">{refusal}</em>}
                      </td>
                    );
                  })}
                  <td>
                    {mayChange && (
                      <PlainButton
                        aria-label={`Take station ${station.id ?? index + 1} out`}
                        onPress={() => setStations(stations.filter((_, at) => at !== index))}
                      >
                        out
                      </PlainButton>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Stations>
        {mayChange && (
          <PlainButton
            onPress={() =>
              setStations([
                ...stations,
                { id: String(stations.length + 1), zone: stations.at(-1)?.zone ?? zones[0]?.id ?? "main" },
              ])
            }
          >
            Add a station
          </PlainButton>
        )}
      </FoldedPart>
      {mayChange && (
        <FormActions
          words={{ make: "Save the machine", retire: "Retire it", back: "Restore it" }}
          isThere={kept !== undefined}
          retired={kept?.retired ?? false}
          form={form}
          onRetire={keep}
        />
      )}
    </ListForm>
  );
}

function ProfileEntry({
  field,
  value,
  onChange,
  refusal,
  isReadOnly,
}: {
  readonly field: ProfileField;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly refusal: string | undefined;
  readonly isReadOnly: boolean;
}) {
  const { path, takes, choices, required } = field;
  const label = `${profileLabel(path)}${required ? "" : ", if any"}`;
  if (takes === "choice" || takes === "yes-or-no") {
    const options = takes === "yes-or-no" ? ["no", "yes"] : choices;
    return (
      <Pick
        name={path}
        label={label}
        value={value}
        onChange={(text) => !isReadOnly && onChange(text)}
        options={[
          ...(required && value !== "" ? [] : [["", "–"] as const]),
          ...options.map((one) => [one, choiceWords(path, one)] as const),
        ]}
        refusal={refusal}
      />
    );
  }
  return (
    <Field name={path} label={label} value={value} onChange={onChange} refusal={refusal} isReadOnly={isReadOnly} />
  );
}

const Stations = styled.div`
  overflow-x: auto;
  table { border-collapse: collapse; font-size: ${size.small}; }
  th { padding: 4px 6px; text-align: left; color: ${color("quiet")}; font-weight: 600; }
  td { padding: 3px 4px; vertical-align: top; }
  input, select { width: 92px; ${fieldBox} font-size: ${size.small}; }
  em { display: block; color: ${color("stop")}; font-style: normal; font-weight: 600; }
`;
