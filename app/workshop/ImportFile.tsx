import { useState } from "react";
import { FileChoice } from "../prepare/FileChoice.tsx";
import { notText, textOfFile } from "../shell/textOfFile.ts";
import { AnswerNote } from "./Answer.tsx";
import { useWorkshopForm } from "./useWorkshopForm.ts";

/** Takes in a file of this part: JSON or CSV, all of it or nothing. */
export function ImportFile({
  section,
}: {
  readonly section: { readonly path: string; readonly kind: string | undefined };
}) {
  const form = useWorkshopForm(section.path);
  const [unread, setUnread] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    const text = await textOfFile(file);
    setUnread(text === undefined ? notText(file) : undefined);
    if (text === undefined) return;
    if (section.kind === undefined) form.send("import-machines", { text });
    else form.send("import-items", { kind: section.kind, text });
  };
  return (
    <>
      <FileChoice
        label={section.kind === undefined ? "A file of machines (JSON)" : "A file of this part, JSON or CSV"}
        words={form.busy ? "Reading…" : "Import a file"}
        isDisabled={form.busy}
        onPick={(file) => void take(file)}
        forgets
      />
      <AnswerNote answer={unread === undefined ? form.answer : { outcome: "refused", message: unread, fields: {} }} />
    </>
  );
}
