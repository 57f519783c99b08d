/** How far into a video its small picture lies, as a share of its time: behind what is often black. */
const Shown = 0.1;

const inSight = new IntersectionObserver(entries => {
  for (const { isIntersecting, target } of entries) {
    if (isIntersecting) {
      inSight.unobserve(target);
      (target as FilmPreview).load();
    }
  }
});

/**
 * A small picture of a video in a list, fetched when it comes in sight. While somebody points at what it stands in, or that has the focus,
 * it plays without sound, unless motion is to be reduced.
 * @example <a><film-preview data-src="/media/…"></film-preview></a>
 */
class FilmPreview extends HTMLElement {
  connectedCallback(): void {
    inSight.observe(this);
  }

  load(): void {
    const film = document.createElement("video");
    film.className = "size-full object-cover";
    Object.assign(film, { muted: true, loop: true, playsInline: true, preload: "metadata", tabIndex: -1, src: this.dataset.src! });
    film.addEventListener("loadedmetadata", () => {
      film.currentTime = film.duration * Shown;
      this.replaceChildren(film);
    });
    const place = this.closest("a, button");
    const still = window.matchMedia("(prefers-reduced-motion: reduce)");
    for (const type of ["pointerenter", "focus"]) {
      place?.addEventListener(type, () => void (still.matches ? null : film.play().catch(() => undefined)));
    }
    for (const type of ["pointerleave", "blur"]) {
      place?.addEventListener(type, () => film.pause());
    }
  }
}

/** Makes the previews of a page live. */
export function definePreviews(): void {
  customElements.define("film-preview", FilmPreview);
}
