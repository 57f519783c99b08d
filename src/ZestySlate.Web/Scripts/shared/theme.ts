/** Lets the button switch between light and dark; the choice is kept on this device. */
export function switchTheme(): void {
  document.querySelector("[data-theme-switch]")?.addEventListener("click", () => {
    const root = document.documentElement;
    const dark = root.dataset.theme ? root.dataset.theme === "slate" : matchMedia("(prefers-color-scheme: dark)").matches;
    root.dataset.theme = dark ? "paper" : "slate";
    document.cookie = `slate-theme=${root.dataset.theme}; path=/; max-age=31536000; samesite=lax`;
  });
}
