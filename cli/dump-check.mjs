import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './places.mjs';
import { Stop } from './say.mjs';

/** Tables a backup may hold: those that some migration makes, and those that tell how far the migrations are. */
export function knownTables() {
  const folder = join(root, 'drizzle');
  const made = readdirSync(folder)
    .filter((f) => f.endsWith('.sql'))
    .flatMap((f) =>
      [...readFileSync(join(folder, f), 'utf8').matchAll(/CREATE TABLE `(\w+)`/g)].map((m) => m[1] ?? '')
    );
  return new Set([...made, 'migration_step', '__drizzle_migrations']);
}

/** Tables without which there is no Basket at all: what the first migration makes. */
export function firstTables() {
  const text = readFileSync(join(root, 'drizzle/0000_first.sql'), 'utf8');
  const later = readdirSync(join(root, 'drizzle'))
    .filter((f) => f.endsWith('.sql'))
    .flatMap((f) =>
      [...readFileSync(join(root, 'drizzle', f), 'utf8').matchAll(/DROP TABLE `(\w+)`/g)].map((m) => m[1])
    );
  return [...text.matchAll(/CREATE TABLE `(\w+)`/g)].map((m) => m[1] ?? '').filter((t) => !later.includes(t));
}

const NAME = '`(\\w+)`';
/** A value of a row: nothing, a number, a text, bytes. No function, no select. */
const VALUE = "(?:NULL|-?\\d[\\d.]*(?:e[+-]?\\d+)?|(?:_binary )?(?:'\\?')+)";
const TUPLE = `\\(${VALUE}(?:,${VALUE})*\\)`;
/** The statements a backup is made of, once what stands in quotes is taken out of them; the group is the table's name. */
const STATEMENTS = [
  new RegExp(`^DROP TABLE IF EXISTS ${NAME}$`),
  new RegExp(`^CREATE TABLE ${NAME} \\([\\w\\s\`(),'?=.+-]*\\) ENGINE=InnoDB[\\w\\s=]*$`),
  new RegExp(`^LOCK TABLES ${NAME} WRITE$`),
  new RegExp(`^UNLOCK TABLES$`),
  new RegExp(`^INSERT INTO ${NAME} VALUES\\s*${TUPLE}(?:,\\s*${TUPLE})*$`),
  new RegExp(`^/\\*!40000 ALTER TABLE ${NAME} (?:DISABLE|ENABLE) KEYS \\*/$`),
  /^\/\*!\d{5} SET @saved_cs_client {5}= @@character_set_client \*\/$/,
  /^\/\*!\d{5} SET @OLD_(?:CHARACTER_SET_CLIENT|CHARACTER_SET_RESULTS|COLLATION_CONNECTION|TIME_ZONE|UNIQUE_CHECKS|FOREIGN_KEY_CHECKS|SQL_MODE|SQL_NOTES|NOTE_VERBOSITY)=@@(?:CHARACTER_SET_CLIENT|CHARACTER_SET_RESULTS|COLLATION_CONNECTION|TIME_ZONE|UNIQUE_CHECKS|FOREIGN_KEY_CHECKS|SQL_MODE|SQL_NOTES|NOTE_VERBOSITY)(?:, (?:UNIQUE_CHECKS|FOREIGN_KEY_CHECKS|SQL_MODE|SQL_NOTES|NOTE_VERBOSITY)=(?:0|'\?'))? \*\/$/,
  /^\/\*M?!\d{5,6} SET (?:TIME_ZONE|SQL_MODE|FOREIGN_KEY_CHECKS|UNIQUE_CHECKS|CHARACTER_SET_CLIENT|CHARACTER_SET_RESULTS|COLLATION_CONNECTION|SQL_NOTES|NOTE_VERBOSITY)=(?:@OLD_\w+|'\?'|0) \*\/$/,
  /^\/\*!\d{5} SET (?:NAMES utf8mb4|character_set_client = (?:utf8mb4|utf8|@saved_cs_client)) \*\/$/,
  /^\/\*M!\d{6} SET @OLD_NOTE_VERBOSITY=@@NOTE_VERBOSITY, NOTE_VERBOSITY=0 \*\/$/,
  /^SET @saved_cs_client {5}= @@character_set_client$/,
  /^SET character_set_client = @saved_cs_client$/,
  /^commit$/,
  /^set autocommit=0$/
];

/** The largest row is a photo as hexadecimal digits. */
const MOST_SKELETON = 48_000_000;
const [QUOTE, BACKTICK, BACKSLASH, SEMICOLON, NEWLINE, DASH, SLASH, STAR] = [39, 96, 92, 59, 10, 45, 47, 42];

/**
 * Reads the text of a backup and lets nothing through but what a dump of Basket's tables is made of: no other statement, no
 * other table, no word to the client program. Feed it the pieces, then ask for what it found.
 */
export class DumpCheck {
  /** @type {Set<string>} */ made = new Set();
  /** @type {Set<string>} */ filled = new Set();
  #allowed;
  #state = /** @type {'plain' | 'string' | 'name' | 'line' | 'block'} */ ('plain');
  #escaped = false;
  #before = 0;
  #skeleton = '';
  #line = 1;

  /** @param {ReadonlySet<string>} allowed tables */
  constructor(allowed) {
    this.#allowed = allowed;
  }

  /** @param {Buffer} bytes */
  feed(bytes) {
    let plainFrom = -1;
    /** @param {number} to */
    const keep = (to) => {
      if (plainFrom >= 0) this.#skeleton += bytes.toString('latin1', plainFrom, to);
      plainFrom = -1;
      if (this.#skeleton.length > MOST_SKELETON) this.#refuse('a statement without end');
    };
    for (let i = 0; i < bytes.length; i++) {
      const c = bytes[i] ?? 0;
      if (c === NEWLINE) this.#line++;
      switch (this.#state) {
        case 'string':
          if (this.#escaped) this.#escaped = false;
          else if (c === BACKSLASH) this.#escaped = true;
          else if (c === QUOTE) {
            this.#state = 'plain';
            this.#skeleton += "'?'";
          }
          break;
        case 'line':
          if (c === NEWLINE) this.#state = 'plain';
          break;
        case 'block':
          if (plainFrom < 0) plainFrom = i;
          if (c === SLASH && this.#before === STAR) {
            this.#state = 'plain';
            keep(i + 1);
            this.#comment();
          } else if (c === QUOTE) {
            keep(i);
            this.#state = 'string';
            // A dump quotes within its marked comments, as in SQL_MODE='…': read to the quote's end, then on.
            this.#inBlock = true;
          }
          break;
        case 'name':
          if (plainFrom < 0) plainFrom = i;
          if (c === BACKTICK) this.#state = 'plain';
          break;
        default:
          if (c === QUOTE) {
            keep(i);
            this.#state = 'string';
          } else if (c === BACKTICK) {
            if (plainFrom < 0) plainFrom = i;
            this.#state = 'name';
          } else if (c === SEMICOLON) {
            keep(i);
            this.#statement();
          } else if (c === DASH && this.#before === DASH && this.#pending(bytes, plainFrom, i) === '-') {
            plainFrom = -1;
            this.#skeleton = '';
            this.#state = 'line';
          } else if (c === STAR && this.#before === SLASH) {
            if (plainFrom < 0) plainFrom = i;
            this.#state = 'block';
          } else if (c === BACKSLASH || c > 126 || (c < 32 && c !== NEWLINE && c !== 9 && c !== 13)) {
            this.#refuse('what no backup holds outside quotes');
          } else if (plainFrom < 0) plainFrom = i;
      }
      if (this.#state === 'plain' && this.#inBlock && c === QUOTE) {
        this.#inBlock = false;
        this.#state = 'block';
      }
      this.#before = c;
    }
    keep(bytes.length);
  }

  #inBlock = false;

  /** What stands of the statement so far. @param {Buffer} bytes @param {number} from @param {number} at */
  #pending(bytes, from, at) {
    return (this.#skeleton + (from < 0 ? '' : bytes.toString('latin1', from, at))).trim();
  }

  /** A comment by itself: the one that tells the client to be careful is let through, any other is no statement. */
  #comment() {
    if (this.#skeleton.trim() === '/*M!999999\\- enable the sandbox mode */') this.#skeleton = '';
  }

  #statement() {
    // Bytes, however many, are one value.
    const text = this.#skeleton.trim().replace(/\b0x[0-9A-Fa-f]*/g, '0');
    this.#skeleton = '';
    if (text === '') return;
    for (const form of STATEMENTS) {
      const m = form.exec(text);
      if (!m) continue;
      const table = m[1];
      if (table !== undefined && !this.#allowed.has(table))
        this.#refuse(`a table of no Basket, “${table.slice(0, 60)}”`);
      if (table && text.startsWith('CREATE')) this.made.add(table);
      if (table && text.startsWith('INSERT')) this.filled.add(table);
      return;
    }
    this.#refuse(`a statement no backup of Basket holds: ${text.slice(0, 60).replace(/\s+/g, ' ')}`);
  }

  /** Ends the reading; refuses a statement that was begun. */
  end() {
    if (this.#state !== 'plain' && this.#state !== 'line') this.#refuse('a text that is cut short');
    if (this.#skeleton.trim() !== '') this.#refuse('a statement that is cut short');
    for (const t of this.filled) if (!this.made.has(t)) this.#refuse(`rows of “${t}” without the table`);
  }

  /** @param {string} what @returns {never} */
  #refuse(what) {
    throw new Stop(`The file holds ${what} (line ${this.#line}). It is no backup of Basket; nothing was changed.`);
  }
}
