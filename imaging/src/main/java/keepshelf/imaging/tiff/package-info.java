/** Writing of TIFF. */
package keepshelf.imaging.tiff;
