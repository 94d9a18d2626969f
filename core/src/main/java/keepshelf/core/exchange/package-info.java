/**
 * Getting the catalogue out and in as documented JSON and CSV, consistent backups while working,
 * and moving a whole shelf.
 */
@NullMarked
package keepshelf.core.exchange;

import org.jspecify.annotations.NullMarked;
