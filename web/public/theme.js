// Runs before the first paint, so that a dim shop is not flashed white.
document.documentElement.dataset.theme =
  localStorage.getItem("theme") ?? (matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light");
