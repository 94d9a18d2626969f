/** Transfer curves and colour arithmetic. */
package keepshelf.imaging.colour;
