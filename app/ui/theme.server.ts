import { createCookie } from "react-router";

export type Theme = "light" | "dark";

export const themeCookie = createCookie("luvrit-theme", { path: "/", maxAge: 3600 * 24 * 365, sameSite: "lax" });

/** The theme somebody chose on this device; undefined lets the system decide. */
export async function chosenTheme(request: Request): Promise<Theme | undefined> {
  const value: unknown = await themeCookie.parse(request.headers.get("Cookie"));
  return value === "light" || value === "dark" ? value : undefined;
}
