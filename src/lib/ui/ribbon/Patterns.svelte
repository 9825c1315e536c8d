<!-- The textures of every ribbon and rail, defined once a page. Lines: closed hours. Spots: batches. Chevrons: open. Stipple: curing. -->
<svg width="0" height="0" style="position:absolute" aria-hidden="true">
  <defs>
    <pattern id="p-rain" width="6" height="12" patternUnits="userSpaceOnUse"
      ><rect width="6" height="12" fill="var(--rain-fill)" /><path
        d="M-1 12 5 0M2 18 8 6M-4 6 2-6"
        stroke="var(--rain)"
        stroke-width="1.6"
      /></pattern
    >
    <pattern id="p-dew" width="10" height="8" patternUnits="userSpaceOnUse"
      ><rect width="10" height="8" fill="var(--dew-fill)" /><path
        d="M0 2h6M5 6h6M-5 6h6"
        stroke="var(--dew)"
        stroke-width="1.6"
      /></pattern
    >
    <pattern id="p-wet" width="12" height="6" patternUnits="userSpaceOnUse"
      ><rect width="12" height="6" fill="var(--wet-fill)" /><path
        d="M0 4q3-4 6 0t6 0"
        fill="none"
        stroke="var(--wet)"
        stroke-width="1.4"
      /></pattern
    >
    <pattern id="p-cold" width="8" height="8" patternUnits="userSpaceOnUse"
      ><rect width="8" height="8" fill="var(--cold-fill)" /><path
        d="M0 0l8 8M8 0 0 8"
        stroke="var(--cold)"
        stroke-width="1.1"
      /></pattern
    >
    <pattern id="p-heat" width="5" height="5" patternUnits="userSpaceOnUse"
      ><rect width="5" height="5" fill="var(--heat-fill)" /><path
        d="M2.5 0v5"
        stroke="var(--heat)"
        stroke-width="1.3"
      /></pattern
    >
    <pattern id="p-off" width="16" height="16" patternUnits="userSpaceOnUse"
      ><rect width="16" height="16" fill="var(--off-fill)" /><path
        d="M1 2.5h6M1 5.5h6M9 10.5h6M9 13.5h6M10.5 1v6M13.5 1v6M2.5 9v6M5.5 9v6"
        stroke="var(--off)"
        stroke-opacity=".5"
      /></pattern
    >
    <pattern id="p-gate" width="11" height="13" patternUnits="userSpaceOnUse"
      ><rect width="11" height="13" fill="var(--go-fill)" /><path
        d="M2.5 2l4.5 4.5L2.5 11"
        fill="none"
        stroke="var(--go-mid)"
        stroke-width="2"
      /></pattern
    >
    <pattern id="p-abrade" width="14" height="10" patternUnits="userSpaceOnUse"
      ><rect width="14" height="10" fill="var(--abrade-fill)" /><path
        d="M1 8 6 2M5 9l4-4M9 8l4-5M10 3l2-2"
        stroke="var(--abrade-ink)"
        stroke-width="1.1"
      /></pattern
    >
    <pattern id="p-cure" width="7" height="7" patternUnits="userSpaceOnUse"
      ><rect width="7" height="7" fill="var(--oil-cure)" /><circle cx="2" cy="2" r=".9" fill="var(--oil-dry)" /><circle
        cx="5.5"
        cy="5.5"
        r=".9"
        fill="var(--oil-dry)"
      /></pattern
    >
    <pattern id="p-stands" width="12" height="12" patternUnits="userSpaceOnUse"
      ><rect width="12" height="12" fill="var(--stop-fill)" /><path
        d="M2 3h8M3 3v5a1.6 1.6 0 0 0 3 0V3M8 3v3a1.2 1.2 0 0 0 2 0V3"
        fill="none"
        stroke="var(--stop)"
        stroke-width="1.4"
      /></pattern
    >
    <pattern id="p-bare" width="40" height="5" patternUnits="userSpaceOnUse"
      ><rect width="40" height="5" fill="var(--sheet)" /><path d="M0 4.5h40" stroke="var(--rule)" /></pattern
    >
    <linearGradient id="g-dry"
      ><stop offset="0" stop-color="var(--oil-soak)" /><stop offset=".3" stop-color="var(--oil-tack)" /><stop
        offset=".7"
        stop-color="var(--oil-dry)"
      /><stop offset="1" stop-color="var(--oil-matte)" /></linearGradient
    >
  </defs>
</svg>
