/**
 * Reading headers and pictures, writing pictures: PNG, JPEG, TIFF, EXR, HDR, TGA, BMP, WebP, PSD.
 */
@NullMarked
package keepshelf.imaging.io;

import org.jspecify.annotations.NullMarked;
