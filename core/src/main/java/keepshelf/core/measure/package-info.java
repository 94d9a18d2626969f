/**
 * Real size: the tile from a line on a picture, and whether an edition is sharp enough for a shot.
 */
@NullMarked
package keepshelf.core.measure;

import org.jspecify.annotations.NullMarked;
