/** What is used here of the package player.js, which comes without types. */
declare module "player.js" {
  namespace playerjs {
    class Player {
      constructor(frame: HTMLIFrameElement);
      on(event: "timeupdate", heard: (told: { seconds: number; duration: number }) => void): void;
      on(event: "ready" | "play" | "pause" | "ended" | "error", heard: () => void): void;
      getDuration(heard: (seconds: number) => void): void;
      setCurrentTime(seconds: number): void;
      play(): void;
      pause(): void;
    }
  }
  export default playerjs;
}
