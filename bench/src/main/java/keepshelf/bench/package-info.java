/** Benchmarks, each beside the peer or limit it is measured against; read as ratios in one run. */
package keepshelf.bench;
