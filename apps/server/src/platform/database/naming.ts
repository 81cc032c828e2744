import { DefaultNamingStrategy } from 'typeorm';
import { snakeCase } from 'typeorm/util/StringUtils.js';

/** Columns are named in snake case in the database, in camel case in code. */
export class SnakeNaming extends DefaultNamingStrategy {
  override columnName(property: string, given: string | undefined, prefixes: string[]): string {
    return snakeCase([...prefixes, given ?? property].join('_'));
  }
}
