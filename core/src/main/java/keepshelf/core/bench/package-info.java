/** Items and lights made ready for the bench. */
@NullMarked
package keepshelf.core.bench;

import org.jspecify.annotations.NullMarked;
