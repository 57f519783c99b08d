/** What a press on a sign, or on its row in the list, does: goes to a scene, shows words at the sign, or opens a panel. */
export type Pressed = "visit" | "callout" | "panel";

/**
 * What is locked opens a panel, whatever lies behind it: there its lock is.
 * @param sign What the server says of the sign, in its data attributes.
 */
export function pressed(sign: { jump?: string; kind?: string; locked?: string }): Pressed {
  return sign.locked === "yes" ? "panel" : sign.jump ? "visit" : sign.kind === "callout" ? "callout" : "panel";
}
