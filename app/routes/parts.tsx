import { PartsPage } from "../ui/PartsPage.tsx";

export const meta = () => [{ title: "Parts · Luvrit" }];

/** Every part of the interface with its states, for people who work on it: served from the sources alone. */
export default PartsPage;
