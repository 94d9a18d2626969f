/** Exact conversions between the conventions of texture maps. */
package keepshelf.imaging.convert;
