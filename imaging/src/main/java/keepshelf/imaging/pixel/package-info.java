/**
 * Pixel data: the one in-memory picture type, in its stored depth. Knows no files and no meaning.
 */
package keepshelf.imaging.pixel;
