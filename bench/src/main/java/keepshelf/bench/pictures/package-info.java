/** Benchmarks of pictures that are drawn, worked out and stored, without a shelf. */
package keepshelf.bench.pictures;
