/** A stop with a message for the person at the keyboard: no stack, a cure where there is one. */
export class Stop extends Error {
  /** @param {string} message @param {number} [code] */
  constructor(message, code = 1) {
    super(message);
    this.code = code;
  }
}

/** @param {string} text */
export const say = (text) => process.stdout.write(`${text}\n`);
