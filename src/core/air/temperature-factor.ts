const GAS_CONSTANT_J_PER_MOL_K = 8.314;

/** How much faster a reaction runs at °C than at 20 °C, for an activation energy in kJ/mol (handbook 8). */
export const temperatureFactor = (tempC: number, energyKJPerMol: number): number =>
  Math.exp(((1000 * energyKJPerMol) / GAS_CONSTANT_J_PER_MOL_K) * (1 / 293.15 - 1 / (tempC + 273.15)));
