import { useSetup } from "../frame/useSetup.ts";
import { MountPage } from "../mount/MountPage.tsx";

/** The Mount stage; its records go through the setup's one action. */
export default function Mount() {
  return <MountPage {...useSetup()} />;
}
