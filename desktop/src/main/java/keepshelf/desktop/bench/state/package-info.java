/** What lies on the bench and what is tried on it: no windows, only what they watch. */
package keepshelf.desktop.bench.state;
