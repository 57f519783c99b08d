import { Pieces, type Brought, type Standing } from "./pieces";

const Words: Record<Standing, string> = { sending: "", paused: "paused", lost: "no connection; it goes on by itself" };

/** Lines of files on their way, in the list `#arrivals` of the page: how far each is, and what became of it. */
export interface Arrival {
  far(share: number): void;
  done(said: string): void;
  failed(said: string): void;
  /** It is not wanted any more. */
  away(): void;
}

/** Sets up the line of a file. */
export function arrive(name: string): Arrival & { line: HTMLElement; words: HTMLElement } {
  const list = document.getElementById("arrivals")!;
  list.hidden = false;
  const line = document.createElement("li");
  const bar = document.createElement("progress");
  const words = document.createElement("span");
  words.textContent = name;
  bar.max = 1;
  bar.setAttribute("aria-label", name);
  line.append(words, bar);
  list.append(line);
  const clear = (): void => line.querySelectorAll("progress, button").forEach(part => part.remove());
  const away = (): void => {
    line.remove();
    list.hidden = list.childElementCount === 0;
  };
  return {
    line,
    words,
    away,
    far: share => {
      bar.value = share;
    },
    done: said => {
      clear();
      words.textContent = `${name}: ${said}`;
      line.className = "arrived";
      window.setTimeout(away, 6000);
    },
    failed: said => {
      clear();
      words.textContent = said;
      line.className = "problem";
      line.append(button("Close", away));
    },
  };
}

/** Brings a large file in pieces, with a line that can pause it, go on, and give it up. Null when it was given up or refused. */
export async function bringLarge(
  file: File,
  base: string,
  proof: string,
  fields: Record<string, string>,
): Promise<Extract<Brought, { id: string }> | null> {
  const line = arrive(file.name);
  const pieces = new Pieces(file, base, proof, (share, standing) => {
    line.far(share);
    line.words.textContent = `${file.name}: ${Math.floor(share * 100)} %${Words[standing] && `, ${Words[standing]}`}`;
  });
  const pausing = button("Pause", () => {
    const paused = pausing.textContent === "Pause";
    pausing.textContent = paused ? "Go on" : "Pause";
    if (paused) {
      pieces.pause();
    } else {
      pieces.goOn();
    }
  });
  line.line.append(
    pausing,
    button("Give up", () => pieces.giveUp()),
  );
  const leaving = (event: Event): void => event.preventDefault();
  window.addEventListener("beforeunload", leaving);
  const brought = await pieces.bring(fields);
  window.removeEventListener("beforeunload", leaving);
  if (brought && "id" in brought) {
    line.done(brought.said || "kept");
    return brought;
  }
  if (brought) {
    line.failed(brought.refusal);
  } else {
    line.away();
  }
  return null;
}

function button(words: string, press: () => void): HTMLButtonElement {
  const made = document.createElement("button");
  made.type = "button";
  made.className = "button button-quiet";
  made.textContent = words;
  made.addEventListener("click", press);
  return made;
}
