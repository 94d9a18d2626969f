/** Light from all around: the program's own and panoramas, made ready for shading. */
package keepshelf.imaging.light;
