/** The Fourier transform of pictures. */
package keepshelf.imaging.fourier;
