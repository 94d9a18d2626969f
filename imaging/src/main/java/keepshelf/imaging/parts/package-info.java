/** Finds pictures that are parts of others, or carry something that was laid on. */
@NullMarked
package keepshelf.imaging.parts;

import org.jspecify.annotations.NullMarked;
