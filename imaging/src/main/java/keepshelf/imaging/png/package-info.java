/** PNG of 8 and 16 bits, read and written line by line; what is not plain is left to others. */
package keepshelf.imaging.png;
