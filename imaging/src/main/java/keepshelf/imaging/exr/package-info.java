/**
 * Reading OpenEXR files of every kind that holds flat pictures: one part or several, rows or tiles,
 * all compressions of the file layout's second version. Everything here follows the published
 * OpenEXR file layout and its open reference codecs; it reads, it never writes.
 */
@NullMarked
package keepshelf.imaging.exr;

import org.jspecify.annotations.NullMarked;
