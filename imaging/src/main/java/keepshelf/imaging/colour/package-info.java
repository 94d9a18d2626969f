/** Transfer curves and colour arithmetic. */
@NullMarked
package keepshelf.imaging.colour;

import org.jspecify.annotations.NullMarked;
