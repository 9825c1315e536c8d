import { describe, expect, it } from 'vitest';
import { DumpCheck, firstTables, knownTables } from './dump-check.mjs';

const HEAD = `/*M!999999\\- enable the sandbox mode */
-- MariaDB dump 10.19
/*!40101 SET @OLD_CHARACTER_SET_CLIENT=@@CHARACTER_SET_CLIENT */;
/*!40101 SET NAMES utf8mb4 */;
/*!40014 SET @OLD_UNIQUE_CHECKS=@@UNIQUE_CHECKS, UNIQUE_CHECKS=0 */;
/*!40101 SET @OLD_SQL_MODE=@@SQL_MODE, SQL_MODE='NO_AUTO_VALUE_ON_ZERO' */;
/*M!100616 SET @OLD_NOTE_VERBOSITY=@@NOTE_VERBOSITY, NOTE_VERBOSITY=0 */;
`;
const CREW = `DROP TABLE IF EXISTS \`crew\`;
CREATE TABLE \`crew\` (
  \`id\` char(36) NOT NULL,
  \`home\` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(\`home\`)),
  PRIMARY KEY (\`id\`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
LOCK TABLES \`crew\` WRITE;
INSERT INTO \`crew\` VALUES
('a','it''s; DROP TABLE x; \\\\! rm','{\\"a\\":1}',0xFF00,-1.5e3,NULL),
('b — ünïcode','--','/*',1,2,3);
UNLOCK TABLES;
`;

/** Feeds a text in pieces of any size; gives the refusal, or nothing. */
function refusal(text: string, piece = 7): string {
  const check = new DumpCheck(knownTables());
  const bytes = Buffer.from(text);
  try {
    for (let i = 0; i < bytes.length; i += piece) check.feed(bytes.subarray(i, i + piece));
    check.end();
    return '';
  } catch (e) {
    return (e as Error).message;
  }
}

describe('what a backup may hold', () => {
  it.each([1, 2, 3, 7, 64, 10_000])('a dump passes in pieces of %i bytes', (piece) =>
    expect(refusal(HEAD + CREW, piece)).toBe('')
  );
  it.each([
    ['a shell command of the client', '\\! touch /tmp/x\n'],
    ['one at the end of a line', 'UNLOCK TABLES \\! touch /tmp/x;\n'],
    ['the client’s own words', 'system touch /tmp/x\n;'],
    ['another delimiter', 'delimiter //\nUNLOCK TABLES//\n;'],
    ['a file read', "LOAD DATA INFILE '/etc/passwd' INTO TABLE `crew`;"],
    ['a file written', "SELECT 1 INTO OUTFILE '/tmp/x';"],
    ['a file read into a row', "INSERT INTO `crew` VALUES (load_file('/etc/passwd'));"],
    ['rights', "GRANT ALL ON *.* TO 'x'@'%';"],
    ['a table of another', 'DROP TABLE IF EXISTS `mysql`;'],
    ['a table of another database', 'DROP TABLE IF EXISTS `mysql`.`user`;'],
    ['a trigger', 'CREATE TRIGGER t BEFORE INSERT ON crew FOR EACH ROW SET @a=1;'],
    ['a marked comment that does more', '/*!40101 SET GLOBAL general_log=1 */;'],
    ['a statement hidden in a comment', '/*!50001 DROP TABLE crew */;'],
    ['a table of another engine', 'CREATE TABLE `crew` (\n  `id` int\n) ENGINE=CONNECT;'],
    ['rows of a table that is not made', "INSERT INTO `user` VALUES (1,'a');"],
    ['a text that does not end', "INSERT INTO `crew` VALUES ('a"],
    ['a statement that does not end', 'DROP TABLE IF EXISTS `crew`']
  ])('%s is refused', (_, text) => expect(refusal(HEAD + CREW + text)).toMatch(/no backup of Basket/));
  it('a select within rows is refused, whatever stands around it', () =>
    expect(refusal(`${HEAD}${CREW}INSERT INTO \`crew\` VALUES ('a',(SELECT * FROM mysql.user));`)).toMatch(
      /statement/
    ));
  it('says the line', () => expect(refusal(`${HEAD}GRANT x;`)).toMatch(/line 8\)/));
  it('the tables it needs are among those it knows', () => {
    for (const t of firstTables()) expect(knownTables().has(t)).toBe(true);
    expect(firstTables()).toContain('work_event');
    expect(firstTables()).not.toContain('sign_in_failure');
  });
});
