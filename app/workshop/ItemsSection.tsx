import { kindName, TOOL_KINDS, type ToolKind } from "../../core/tool/index.ts";
import type { Unit } from "../../core/units/index.ts";
import {
  isOverdue,
  itemWords,
  typedItem,
  type WorkshopField,
  type WorkshopKind,
  workshopFields,
} from "../../core/workshop/index.ts";
import type { WorkshopItem } from "../../server/workshop/workshopRepository.server.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { useDraft } from "../entry/useDraft.ts";
import { CHOICE_NAME, FIELD_NAME } from "../prepare/toolWords.ts";
import { Columns } from "../ui/Columns.tsx";
import { Field, LengthField, Pick } from "../ui/Field.tsx";
import { List, Split } from "../ui/ListWithDetails.tsx";
import { ItemPicture } from "./ItemPicture.tsx";
import { FormActions, ListForm } from "./Lists.tsx";
import { SECTIONS } from "./sections.ts";
import { ToolPreview } from "./ToolPreview.tsx";
import { useWorkshopForm, type WorkshopSending } from "./useWorkshopForm.ts";
import type { WorkshopProps } from "./workshopProps.ts";

/** Items of one kind: a list, and the form of the one that is open. */
export function ItemsSection({
  kind,
  items,
  person,
  today,
  mayChange,
  open,
}: WorkshopProps & { readonly kind: WorkshopKind; readonly mayChange: boolean; readonly open: string | undefined }) {
  const item = items.find(({ id }) => id === open);
  const isNew = open === "new" && mayChange;
  const section = SECTIONS.find((one) => one.kind === kind);
  const form = useWorkshopForm(section?.path ?? "tools", open);
  return (
    <Split isOpen={isNew || item !== undefined} all={`All ${section?.name.toLowerCase()}`}>
      <List
        entries={items.map((one) => ({
          id: one.id,
          name: one.name,
          retired: one.retired,
          picture: <ItemPicture kind={kind} content={one.content} />,
          words: itemWords(kind, one.content, "mm"),
          warning: !one.retired && isOverdue(kind, one.content, today) ? "overdue: do not measure with it" : undefined,
        }))}
        open={open}
        empty={`Nothing here yet.${mayChange ? " Make a new one, or import a file." : ""}`}
      />
      {(isNew || item) && (
        <ItemForm
          key={item ? `${item.id} ${item.version}` : "new"}
          kind={kind}
          item={item}
          decimal={person.decimalMark}
          mayChange={mayChange}
          form={form}
        />
      )}
    </Split>
  );
}

/** Fields of the form that are none of the item's own. */
const [NAME, UNIT] = ["#name", "#unit"];

function ItemForm({
  kind,
  item,
  decimal,
  mayChange,
  form,
}: {
  readonly form: WorkshopSending;
  readonly kind: WorkshopKind;
  readonly item: WorkshopItem | undefined;
  readonly decimal: "." | "," | undefined;
  readonly mayChange: boolean;
}) {
  const draft = useDraft(
    `workshop:${kind}:${item?.id ?? "new"}`,
    () => ({ ...(item && typedItem(kind, item.content)), [NAME]: item?.name ?? "", [UNIT]: "mm" }),
    form.outcome,
  );
  const { set, typed: texts } = draft;
  const name = texts[NAME] ?? "";
  const unit: Unit = texts[UNIT] === "in" ? "in" : "mm";
  const fields = workshopFields(kind, texts.toolKind);
  const keep = (retired: boolean) => {
    draft.sent();
    form.send("keep-item", {
      kind,
      name,
      unit,
      retired: retired ? "yes" : "no",
      texts: JSON.stringify(Object.fromEntries(fields.map(({ name: one }) => [one, texts[one] ?? ""]))),
      ...(item && { id: item.id, version: String(item.version) }),
    });
  };
  return (
    <ListForm
      aria-label={item ? `Change ${item.name}` : "A new one"}
      onSubmit={(event) => {
        event.preventDefault();
        if (mayChange && !form.busy) keep(item?.retired ?? false);
      }}
    >
      <h2>{item ? item.name : "A new one"}</h2>
      <DraftNote draft={draft} />
      {kind === "assembly" && <ToolPreview texts={texts} unit={unit} decimal={decimal} />}
      <Columns>
        <Field
          name="name"
          label="Name"
          value={name}
          onChange={set(NAME)}
          refusal={form.refusalOf("name")}
          isReadOnly={!mayChange}
        />
        <Pick
          name="unit"
          label="Lengths here are in"
          value={unit}
          onChange={set(UNIT)}
          options={[
            ["mm", "millimetres"],
            ["in", "inches"],
          ]}
        />
        {fields.map((field) => (
          <OneField
            key={field.name}
            field={field}
            value={texts[field.name] ?? ""}
            onChange={set(field.name)}
            refusal={form.refusalOf(field.name)}
            unit={unit}
            decimal={decimal}
            isReadOnly={!mayChange}
          />
        ))}
      </Columns>
      {item && unit === "in" && (
        <p>What stands here was kept in millimetres: type a length anew, or with its unit, to give it in inches.</p>
      )}
      {mayChange && (
        <FormActions
          words={{ make: "Save it", retire: "Retire it", back: "Restore it" }}
          isThere={item !== undefined}
          retired={item?.retired ?? false}
          form={form}
          onRetire={keep}
        />
      )}
    </ListForm>
  );
}

function OneField({
  field,
  value,
  onChange,
  refusal,
  unit,
  decimal,
  isReadOnly,
}: {
  readonly field: WorkshopField;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly refusal: string | undefined;
  readonly unit: Unit;
  readonly decimal: "." | "," | undefined;
  readonly isReadOnly: boolean;
}) {
  const { name, takes, choices, required } = field;
  const label = `${FIELD_NAME[name] ?? field.label}${required ? "" : ", if any"}`;
  const common = { name, label, value, onChange, refusal, isReadOnly };
  if (takes === "choice")
    return <Pick {...common} options={[["", "choose"], ...choices.map((one) => [one, choiceWords(one)] as const)]} />;
  if (takes === "yes-or-no")
    return (
      <Pick
        {...common}
        value={value === "yes" ? "yes" : "no"}
        options={[
          ["no", "no"],
          ["yes", "yes"],
        ]}
      />
    );
  if (takes === "length") return <LengthField {...common} unit={unit} decimal={decimal} />;
  return <Field {...common} {...(takes === "date" && { hint: "2026-03-31" })} />;
}

const choiceWords = (choice: string) =>
  TOOL_KINDS.includes(choice as ToolKind) ? kindName(choice as ToolKind) : (CHOICE_NAME[choice] ?? choice);
