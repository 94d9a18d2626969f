/** A photograph becomes a texture: straightened, evenly lit, and made to tile. */
package keepshelf.imaging.photo;
