import { drag } from "./shared/drag";

// A learner's own spot: a press on the picture sets the two sliders, and the pin follows them.
const form = document.querySelector<HTMLFormElement>("[data-adding]");
const board = form?.querySelector<HTMLElement>("[data-adding-board]");
const pin = form?.querySelector<HTMLElement>("[data-adding-pin]");

if (form && board && pin) {
  const slider = (name: string) => form.querySelector<HTMLInputElement>(`input[name=${name}]`)!;
  const [across, down] = [slider("across"), slider("down")];
  const follow = () => {
    pin.style.left = `${across.value}%`;
    pin.style.top = `${down.value}%`;
  };
  const take = (event: PointerEvent) => {
    const box = board.getBoundingClientRect();
    across.value = String(((event.clientX - box.left) / box.width) * 100);
    down.value = String(((event.clientY - box.top) / box.height) * 100);
    follow();
  };
  board.addEventListener("pointerdown", event => {
    take(event);
    drag(event, { move: take });
  });
  form.addEventListener("input", follow);
  follow();
}
