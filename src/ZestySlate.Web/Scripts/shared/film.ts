/** What is played on a stage: a video of the page, or one that lies elsewhere behind a player in a frame. */
export type Film = HTMLElement &
  Pick<
    HTMLMediaElement,
    "currentTime" | "duration" | "paused" | "seeking" | "playbackRate" | "readyState" | "play" | "pause" | "textTracks"
  > & {
    /** Pixels across; 0 while that is not known, or where its pictures cannot be had. */
    readonly videoWidth: number;
    readonly videoHeight: number;
    /** What can be drawn; null where its pictures cannot be had. */
    readonly picture: HTMLVideoElement | null;
  };

/** The film of a stage; null where there is none, or while what drives it is still to come. */
export function filmIn(place: ParentNode): Film | null {
  const element = place.querySelector<HTMLElement>("[data-film]");
  if (element instanceof HTMLVideoElement) {
    // What another origin serves may be shown, and not be drawn on a canvas that is read.
    const own = new URL(element.currentSrc || element.src || "/", location.href).origin === location.origin;
    return Object.assign(element, { picture: own ? element : null });
  }
  return element && "currentTime" in element ? (element as Film) : null;
}

/** Waits until the film of a stage can be driven; what drives players in frames is loaded only for those. */
export async function startFilm(place: ParentNode): Promise<Film | null> {
  if (place.querySelector("hosted-film")) {
    const address = "/dist/hosted.js";
    await import(address);
    await customElements.whenDefined("hosted-film");
  }
  return filmIn(place);
}
