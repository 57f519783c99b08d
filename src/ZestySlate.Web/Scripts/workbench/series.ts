/** One kind after the other: while it is on, every press of the stage puts one there at once. */
export class Series {
  /** The kind that is put; null while each press asks. */
  kind: string | null = null;

  private band = document.getElementById("series")!;

  constructor() {
    this.band.querySelector("button")!.addEventListener("click", () => this.end());
  }

  begin(kind: string, title: string): void {
    this.kind = kind;
    this.band.querySelector("[data-series-kind]")!.textContent = title;
    this.band.hidden = false;
  }

  /** Ends it; true when it was on. */
  end(): boolean {
    const was = this.kind !== null;
    this.kind = null;
    this.band.hidden = true;
    return was;
  }
}
