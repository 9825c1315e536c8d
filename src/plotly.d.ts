declare module 'plotly.js-basic-dist-min' {
  const plotly: {
    react(
      box: HTMLElement,
      data: Record<string, unknown>[],
      layout: Record<string, unknown>,
      config: Record<string, unknown>
    ): Promise<unknown>;
    purge(box: HTMLElement): void;
  };
  export default plotly;
}
