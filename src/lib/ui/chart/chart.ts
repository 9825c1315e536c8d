/** A trace of a chart. Colours may be names of the page's tokens, like "--ink". */
export type ChartData = Record<string, unknown>;
export type ChartLayout = Record<string, unknown> & {
  xaxis?: Record<string, unknown>;
  yaxis?: Record<string, unknown>;
};
