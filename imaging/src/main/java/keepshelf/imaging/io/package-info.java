/**
 * Reading headers and pictures, writing pictures: PNG, JPEG, TIFF, EXR, HDR, TGA, BMP, WebP, PSD.
 */
package keepshelf.imaging.io;
