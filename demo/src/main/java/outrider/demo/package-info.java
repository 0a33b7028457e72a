/** The seeded generator of the demo's three files. */
package outrider.demo;
