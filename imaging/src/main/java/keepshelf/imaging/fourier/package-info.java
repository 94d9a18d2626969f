/** The Fourier transform of pictures. */
@NullMarked
package keepshelf.imaging.fourier;

import org.jspecify.annotations.NullMarked;
