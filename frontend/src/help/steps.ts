/** The seven steps of a print as a newcomer reads them; the pictures are made from the demo (`./zollstock shots`). */
export const STEPS = [
  {
    step: "picture",
    title: "Picture",
    says: "Add a picture. Zollstock measures its pixels: how fine its detail really is, how noisy, whether it was enlarged before. The file itself is never changed.",
    read: "one-print#picture",
  },
  {
    step: "size",
    title: "Size",
    says: "Type the size as you say it: 24 × 16 in, A3, 60 cm wide. Say what it is printed on; canvas holds less detail than glossy paper.",
    read: "one-print#size",
  },
  {
    step: "fit",
    title: "Fit",
    says: "Where picture and sheet have different ratios, the ways stand side by side: crop, keep it whole, another size. Draw a keep zone over what must not be cut.",
    read: "one-print#fit",
  },
  {
    step: "edge",
    title: "Edge",
    says: "A white border, a mat, bleed to cut away, or canvas round the sides: each as this print would have it, with what it changes.",
    read: "one-print#edge",
  },
  {
    step: "pixels",
    title: "Pixels",
    says: "How many pixels stand on an inch, and what can be done where they are short. A proof shows every way of enlarging at its true size.",
    read: "one-print#pixels",
  },
  {
    step: "distance",
    title: "Distance",
    says: "Drag the viewer along the ruler: the bands say how the print looks from there, from coarse to ample.",
    read: "one-print#distance",
  },
  {
    step: "handover",
    title: "Hand-over",
    says: "Make the file at exactly the pixels that were promised, and print the job sheet for whoever cuts and frames it.",
    read: "one-print#hand-over",
  },
] as const;
