/** Units (stones, bricks, planks, tiles) found in a material's own pictures, by their joints. */
@NullMarked
package keepshelf.imaging.units;

import org.jspecify.annotations.NullMarked;
