import { cover, newId, round } from "../../shared/place";
import { surfaceOf, type Share } from "../../shared/surface";
import { makeChooser } from "../chooser";
import { intoHand } from "../rich";
import type { Rooms } from "../rooms";
import { Series } from "../series";
import { boxFields } from "./boxes";
import { stageNow, stageRoom } from "./where";

/** The first thing to fill in of what was just put there. */
const FirstField =
  "#room-details [data-rich], #room-details .details-head ~ form input:not([type=hidden]), " +
  "#room-details .details-head ~ form textarea, #room-details .details-head ~ form select";

/** Puts something new at a place of the stage: by the chooser, or one of a kind after the other. */
export class Putting {
  private chooser: HTMLElement | null = null;
  private at: Share | null = null;
  private series = new Series();

  constructor(private rooms: Rooms) {}

  /** Where the chooser stands, for what is put there in another way. */
  get place(): Share | null {
    return this.at;
  }

  /** True while the chooser is open. */
  get isOpen(): boolean {
    return this.chooser !== null;
  }

  /** Opens the chooser in the middle of what is seen. */
  chooseInTheMiddle(): void {
    const mat = stageRoom().querySelector<HTMLElement>(".stage-mat");
    const stage = stageNow();
    if (!mat || !stage) {
      return;
    }
    const box = stage.getBoundingClientRect();
    this.choose(mat, surfaceOf(stage).shareAt(box.left + box.width / 2, box.top + box.height * 0.45));
  }

  /** Opens the chooser at a place of the stage. */
  choose(mat: HTMLElement, at: Share, area?: Share[]): void {
    this.close();
    if (this.series.kind) {
      this.put(mat, this.series.kind, at, area);
      return;
    }
    const made = makeChooser("#chooser", {
      pick: (kind, title) => {
        if (title) {
          this.series.begin(kind, title);
        }
        this.put(mat, kind, at, area);
      },
      leave: () => {
        this.close();
        mat.focus();
      },
      resized: () => keepInSight(made.box),
    });
    this.chooser = made.box;
    const stage = mat.querySelector<HTMLElement>(".stage")!;
    const pixels = surfaceOf(stage).pixelsOf(at) ?? { left: stage.clientWidth / 2, top: stage.clientHeight / 2 };
    const mark = document.createElement("span");
    mark.className = "place-mark";
    mark.style.left = `${pixels.left}px`;
    mark.style.top = `${pixels.top}px`;
    mark.append(made.box);
    stage.append(mark);
    this.at = at;
    if (area) {
      const drawn = document.createElement("span");
      drawn.className = "drawn-area";
      cover(
        drawn,
        area.map(corner => surfaceOf(stage).pixelsOf(corner) ?? pixels),
        "px",
      );
      stage.append(drawn);
    }
    keepInSight(made.box);
    made.start();
  }

  /** Ends the series, or closes the chooser; false where there was neither. */
  leave(): boolean {
    return this.series.end() || this.close();
  }

  /** Closes the chooser; false where none was open. */
  close(): boolean {
    const was = this.isOpen;
    this.chooser?.parentElement?.remove();
    this.chooser = null;
    this.at = null;
    stageRoom()
      .querySelectorAll(".drawn-area")
      .forEach(area => area.remove());
    return was;
  }

  private put(mat: HTMLElement, kind: string, at: Share, area?: Share[]): void {
    this.close();
    const fields: Record<string, string> = {
      edit: "add",
      scene: mat.dataset.scene!,
      newId: newId(),
      kind,
      x: String(round(at.x)),
      y: String(round(at.y)),
      selected: this.rooms.selected,
    };
    if (area) {
      Object.assign(fields, boxFields(area));
    }
    // What has a course in time says at which moment this was.
    const { moment, sentenceEnd } = mat.querySelector<HTMLElement>(".stage")!.dataset;
    Object.assign(fields, moment ? { moment } : {}, sentenceEnd ? { sentenceEnd } : {});
    this.rooms.send("/edit", fields, { after: () => window.setTimeout(takeFirstField, 0) });
  }
}

function takeFirstField(): void {
  const field = document.querySelector<HTMLElement>(FirstField);
  if (field?.matches("[data-rich]")) {
    intoHand(field);
  } else {
    field?.focus();
  }
}

/** The chooser stays inside the window of the stage: below its place, above it where there is more room, never cut. */
function keepInSight(box: HTMLElement): void {
  const outer = stageRoom().getBoundingClientRect();
  const place = box.parentElement!.getBoundingClientRect();
  box.style.maxWidth = `${outer.width - 16}px`;
  box.style.maxHeight = `${outer.height - 16}px`;
  const { width, height } = box.getBoundingClientRect();
  const below = place.top + 16;
  const above = place.top - 16 - height;
  const top = below + height <= outer.bottom - 8 ? below : above >= outer.top + 8 ? above : (outer.top + outer.bottom - height) / 2;
  const left = Math.min(Math.max(place.left - width / 3, outer.left + 8), outer.right - 8 - width);
  box.style.left = `${left - place.left}px`;
  box.style.top = `${top - place.top}px`;
}
