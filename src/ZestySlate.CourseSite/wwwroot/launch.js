// Sends the one form of a launch page, and tells the page around a frame to go on: it may be at another address of this site.
document.querySelector("form")?.submit();
if (document.body.dataset.go) {
  window.parent.postMessage({ go: document.body.dataset.go }, "*");
}
