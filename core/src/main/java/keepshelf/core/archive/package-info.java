/**
 * Opens archives safely: what kind it is by content, entry by entry into one folder, with every
 * entry that could do harm refused and named. Knows nothing about materials.
 */
@NullMarked
package keepshelf.core.archive;

import org.jspecify.annotations.NullMarked;
