/** Keeps the catalogue in SQLite. All SQL of the project stands here. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.store;
