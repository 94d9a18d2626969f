/** Packing by deflate at the speed at which what hardly repeats can be packed. */
@NullMarked
package keepshelf.imaging.deflate;

import org.jspecify.annotations.NullMarked;
