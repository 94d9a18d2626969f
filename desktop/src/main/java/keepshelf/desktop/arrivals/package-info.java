/** What came in: the list, the sorting table, the why-panel. */
package keepshelf.desktop.arrivals;
