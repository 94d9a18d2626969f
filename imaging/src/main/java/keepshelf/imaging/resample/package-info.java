/** Making pictures smaller without aliasing. */
package keepshelf.imaging.resample;
