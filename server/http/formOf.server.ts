/** Content types of a form, as browsers send them. */
const FORMS = /^(?:application\/x-www-form-urlencoded|multipart\/form-data)\b/i;

/** The form that a request brings. Another content type is answered 415, a body that is not what it says 400; both in words. */
export async function readForm(request: Request): Promise<FormData> {
  if (!FORMS.test(request.headers.get("Content-Type") ?? ""))
    throw new Response("A form was expected here, as a page of Luvrit sends it.", {
      status: 415,
      statusText: "Not a form",
    });
  try {
    return await request.formData();
  } catch (failure) {
    if (request.signal.aborted || !(failure instanceof Error)) throw failure;
    throw new Response("This form cannot be read: it is cut short, or not what it says it is.", {
      status: 400,
      statusText: "Not readable",
    });
  }
}

/** Its fields by name; of a name that comes twice the last one. */
export const fieldsOf = async (request: Request): Promise<Readonly<Record<string, FormDataEntryValue>>> =>
  Object.fromEntries(await readForm(request));
