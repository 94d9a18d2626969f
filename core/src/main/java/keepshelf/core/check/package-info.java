/** Finding files of the shelf that are missing, altered or were moved by hand, and mending them. */
@NullMarked
package keepshelf.core.check;

import org.jspecify.annotations.NullMarked;
