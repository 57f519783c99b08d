/** Two pictures to compare: the edge between them follows the slider. */
export function start(ground: HTMLElement): void {
  const slider = ground.querySelector<HTMLInputElement>("[data-compare]")!;
  const show = (): void => ground.style.setProperty("--seen", `${slider.value}%`);
  slider.addEventListener("input", show);
  // A press on the slider is none on the stage.
  for (const type of ["pointerdown", "click", "keydown"]) {
    slider.addEventListener(type, event => event.stopPropagation());
  }
  show();
}
