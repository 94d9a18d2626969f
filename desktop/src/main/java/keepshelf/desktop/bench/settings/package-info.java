/** The settings of a finish at the side of the bench. */
package keepshelf.desktop.bench.settings;
