/** Units (stones, bricks, planks, tiles) found in a material's own pictures, by their joints. */
package keepshelf.imaging.units;
