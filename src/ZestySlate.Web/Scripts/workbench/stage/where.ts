/** The room of the stage. */
export const stageRoom = (): HTMLElement => document.getElementById("room-stage")!;

/** The stage that is shown; null where there is none. */
export const stageNow = (): HTMLElement | null => stageRoom().querySelector<HTMLElement>(".stage");

/** The sign of a spot on the stage. */
export const signOf = (spot: string): HTMLElement | null => stageRoom().querySelector(`[data-sign="${CSS.escape(spot)}"]`);
