/** Asks the browser's worker to keep every stage of a setup, so that each opens without the server. */
export async function keepSetupPages(setupId: string): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  const { active } = await navigator.serviceWorker.ready;
  active?.postMessage({ keepSetup: setupId });
}

/** Asks it to keep a page of practice that stands open, so that it opens without the server. */
export async function keepOpenPage(): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  const { active } = await navigator.serviceWorker.ready;
  active?.postMessage({ keepPage: location.pathname + location.search });
}

/** Deletes kept pages: the person who signs in next finds nothing of the one before. */
export async function forgetPages(): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  const registration = await navigator.serviceWorker.getRegistration();
  registration?.active?.postMessage({ forget: true });
}
