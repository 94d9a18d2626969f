/** Keeps the catalogue in SQLite. All SQL of the project stands here. */
package keepshelf.core.store;
