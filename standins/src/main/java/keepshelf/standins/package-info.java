/** The simulated hosts, one package each; none of them knows how the shelf writes. */
package keepshelf.standins;
