/** A photograph becomes a texture: straightened, evenly lit, and made to tile. */
@NullMarked
package keepshelf.imaging.photo;

import org.jspecify.annotations.NullMarked;
