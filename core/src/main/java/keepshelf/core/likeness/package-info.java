/** Finds what on a shelf looks like an item, or like any picture. */
@NullMarked
package keepshelf.core.likeness;

import org.jspecify.annotations.NullMarked;
