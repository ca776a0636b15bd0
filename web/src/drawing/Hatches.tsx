/** How materials look where they are cut: concrete stippled, foam hatched, boards plain with grain. */
export function Hatches() {
  return (
    <defs>
      <pattern id="concrete" width="36" height="36" patternUnits="userSpaceOnUse">
        <rect width="36" height="36" fill="var(--concrete)" />
        <g fill="var(--concrete-dot)">
          <circle cx="5" cy="7" r="1.3" />
          <circle cx="21" cy="4" r="1" />
          <circle cx="30" cy="15" r="1.4" />
          <circle cx="12" cy="19" r="1" />
          <circle cx="24" cy="27" r="1.2" />
          <circle cx="4" cy="30" r="1" />
          <path d="m15 9 3 2-3.4 1.6zM31 31l2.6 1.4-3 1.2zM8 24l2.4 1-1.8 1.8z" />
        </g>
      </pattern>
      <pattern id="foam" width="10" height="10" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="10" height="10" fill="var(--foam)" />
        <path d="M0 0v10" stroke="var(--foam-line)" strokeWidth="1" opacity=".45" />
      </pattern>
      <pattern id="ground" width="14" height="14" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v14" stroke="var(--ink)" strokeWidth="2.5" opacity=".6" />
      </pattern>
      <pattern id="stone" width="30" height="24" patternUnits="userSpaceOnUse">
        <rect width="30" height="24" fill="var(--paper)" />
        <path
          d="M3 4l6-2 4 4-3 5-6-1zM17 3l8 1 1 5-6 3-4-4zM5 15l7-1 3 5-5 3-6-2zM18 15l7-2 3 5-4 4-6-2z"
          fill="none"
          stroke="var(--ink-soft)"
          strokeWidth="1.2"
        />
      </pattern>
      <pattern id="thin" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <path d="M0 0v8" stroke="var(--stop)" strokeWidth="4" opacity=".55" />
      </pattern>
    </defs>
  );
}
