/**
 * Units (stones, slates, tiles) laid in a bond: where each lies, and the maps of the surface that
 * they make. Everything repeats without a seam.
 */
@NullMarked
package keepshelf.imaging.bond;

import org.jspecify.annotations.NullMarked;
