/**
 * Maps that are worked out of other maps of the same tile: heights out of slopes, the sky that is
 * seen, curvature, and guesses out of a colour. All take the tile to repeat without end.
 */
@NullMarked
package keepshelf.imaging.derive;

import org.jspecify.annotations.NullMarked;
