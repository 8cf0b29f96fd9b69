"""What people call things, and which start each is: the words somebody types who doesn't know ours.

Compiled for this project from everyday English, both spellings; a name may be of several words. Behind a bar stands the kind (of a thing
with depth) or the material (of a sheet) it is, where that is another one than the start begins with.
"""

from __future__ import annotations

from collections.abc import Mapping

# start → kind or material ("" for what it begins with) → names, divided by commas.
PEOPLE_SAY: Mapping[str, Mapping[str, str]] = {
    "canvas": {
        "": (
            "stretched canvas, canvas, canvas floater, canvas in a floater, canvas for a floater, "
            "painting on canvas, painting, acrylic painting, acrylic, oil painting, oils, oil, oil on canvas, acrylic on canvas, giclee "
            "on canvas, box canvas, gallery canvas, abstract painting, portrait in oils, landscape painting, seascape, still life, floater, "
            "floating frame, float frame, floater frame, shadow gap frame, canvas art, canvas picture, wrapped canvas, artwork on canvas, fluid "
            "art, pour painting, palette knife painting, mixed media canvas, paint by numbers, painting by numbers, mural panel on bars, "
            "artwork, art, picture on canvas, self portrait, triptych panel, framed canvas"
        )
    },
    "canvas_and_frame": {
        "": "canvas and its floater, canvas and floater, canvas and tray frame, tray frame, floater i already have, bought floater"
    },
    "canvas_lipped": {
        "": (
            "canvas for a frame with a lip, traditional frame, gilt frame, gold frame, ornate frame, swept frame, rebate frame, rabbet frame, "
            "old master, classical frame"
        )
    },
    "picture_panel": {
        "": (
            "panel, canvas board, canvas panel, wood panel, wooden panel, painted panel, gesso panel, gesso board, hardboard painting, painting "
            "on wood, painting on board, oil on board, mdf painting, board painting, cradled panel, icon, encaustic, oil sketch, aluminium "
            "print, aluminum print, metal print, resin art, resin painting, acrylic block, tile, tiles, tile panel, stained glass, stained "
            "glass panel, glass painting, marquetry, string art, wood burning, pyrography"
        )
    },
    "canvas_box": {
        "": "small canvas and a deep box frame, mini canvas, miniature canvas, tiny canvas, little canvas in a box frame"
    },
    "rolled": {
        "": (
            "canvas off the roll, rolled canvas, canvas roll, unstretched canvas, canvas in a tube, painting in a tube, painting off its bars, "
            "canvas to stretch, canvas to be stretched, restretch, unframed canvas roll"
        )
    },
    "to_make": {
        "": (
            "canvas still to be made, canvas print, photo on canvas, photo canvas, print on canvas, picture on canvas from a file, canvas from "
            "photo, gallery wrap, digital file"
        )
    },
    "to_paint": {
        "": "canvas to paint on, blank canvas, primed canvas, stretcher bars, stretchers, stretcher frame, raw linen, empty canvas"
    },
    "flat": {
        "": (
            "poster, film poster, movie poster, concert poster, gig poster, tour poster, travel poster, vintage poster, billboard "
            "sheet, propaganda poster, advert, advertisement, "
            "flat work, print, art print, fine art print, picture, drawing, sketch, pencil drawing, ink drawing, pen and ink, watercolour, "
            "watercolor, aquarelle, gouache, tempera on paper, certificate, diploma, degree, award certificate, map, chart of the sea, sea "
            "chart, nautical chart, road map, atlas page, document, deed, title deed, licence, license, passport page, etching, engraving, "
            "aquatint, mezzotint, lithograph, litho, linocut, lino print, woodcut, woodblock, woodblock print, screenprint, screen print, "
            "silkscreen, serigraph, monoprint, giclee, giclée, letter, love letter, autograph, autographs, signature, postcard, greeting card, "
            "greetings card, birthday card, christmas card, invitation, wedding invitation, newspaper, newspaper cutting, newspaper clipping, "
            "press cutting, front page, magazine, magazine cover, comic, comic book, comic page, sheet music, music score, score, menu, poem, "
            "calligraphy, scroll, papyrus, parchment, vellum, illustration, cartoon, caricature, animation cel, blueprint, plan of a house, "
            "architectural drawing, technical drawing, family tree, coat of arms on paper, playbill, programme, theatre programme, program, "
            "album cover, cover art, collage, decoupage, silhouette, paper cut, papercut, paper cutting, quilling, brass rubbing, tracing, "
            "x-ray, ultrasound, ultrasound scan, baby scan, banknote, bank note, bond, share certificate, stock certificate, birth certificate, "
            "marriage certificate, star map, tide table, calendar, page from a book, bookplate, handwriting, recipe, kids drawing, child's "
            "drawing, children's painting, finger painting, handprint, footprint, paper, wallpaper sample, origami paper, pattern, manuscript, "
            "autograph book page, race number, bib, race bib, flyer, leaflet, ticket stubs on paper, stamp sheet, tattoo flash, storyboard, "
            "watercolour painting, watercolor painting, manga page, anime print, quote print, typography print, nursery print, botanical print, "
            "bird print"
        ),
        "photograph": (
            "photograph, photo, photos, snapshot, family photo, wedding photo, wedding picture, school photo, class photo, team photo, portrait "
            "photo, baby photo, instant photo, negative, daguerreotype, tintype, cyanotype, c-type, black and white photo, aerial photo, "
            "selfie, panorama, headshot, team photograph, photographic print"
        ),
        "linen_backed": "linen backed poster, poster on linen, map on linen",
        "canvas": "diamond picture, diamond painting, diamond art, gem picture, diamond dots, bead picture on film",
        "board": "mounted print, card, board game, playing cards sheet",
    },
    "puzzle_label": {
        "": (
            "puzzle and a bought frame, finished puzzle and a bought frame, jigsaw and a bought frame, puzzle into a bought frame, "
            "puzzle and a frame by its label, jigsaw and a ready made frame"
        )
    },
    "flat_label": {"": "print and a frame by its label, picture and a frame by its label, frame by its label, label of the frame"},
    "badge_label": {"medal": "medal and a box by its label, box by its label, label of the box, badge and a box by its label"},
    "flat_and_frame": {
        "": (
            "flat work and its frame, print and its frame, photo and its frame, picture and a frame, certificate and a frame, ready made frame, "
            "readymade frame, bought frame, frame i already have, photo frame, picture frame, reframe, refit, new glass, broken glass"
        )
    },
    "puzzle": {
        "": (
            "jigsaw puzzle, jigsaw, puzzle, puzzle and its frame, puzzle frame, jigsaw frame, "
            "finished puzzle, thousand piece puzzle, 1000 piece puzzle, 1000 pieces, wooden puzzle, wooden "
            "jigsaw, completed jigsaw, puzzle picture, glued puzzle, glued jigsaw"
        )
    },
    "mirror": {"": "mirror, looking glass, bathroom mirror, old mirror, mirror glass"},
    "needlework": {
        "": (
            "needlework, cross stitch, cross-stitch, embroidery, sampler, needlepoint, tapestry kit, crewel, lace, doily, petit point, "
            "beadwork, hoop art, embroidery hoop, sewing, stitching, punch needle, blackwork, hardanger, goldwork, macrame, crochet, crochet "
            "doily, tatting, bobbin lace, quilt block, silk painting, silk, silk picture, silk scarf print, batik, handkerchief, hanky, "
            "christening lace, printed fabric, fabric, textile, fabric panel, tea towel, linen cloth, felt picture, needle felting, long "
            "stitch, gobelin"
        )
    },
    "pastel": {
        "": (
            "pastel, pastels, soft pastel, oil pastel, charcoal, charcoal drawing, chalk, chalk drawing, conte, sanguine, graphite powder "
            "drawing"
        )
    },
    "badge": {
        "badge": (
            "badge, badges, pin badge, pin, pins, enamel pin, enamel pins, lapel pin, pin collection, brooch, button badge, cap badge, cap "
            "badges, scout badge, scout badges, police badge, insignia, rank insignia, name badge, crest badge, buttons"
        ),
        "medal": (
            "medal, medals, war medals, military medal, military medals, marathon medal, running medals, race medal, race medals, finisher "
            "medal, campaign medals, miniature medals, ribbon bar, medal bar, medal group, order and ribbon, rosette, rosettes, prize ribbon, "
            "sash ribbon"
        ),
        "coin": "coin, coins, token, tokens, coin collection, challenge coin, poker chip, banknotes and coins, medallion",
        "watch": "watch, wristwatch, wrist watch, pocket watch, stopwatch, old clock face, grandfather's watch",
        "name_plate": "name plate, nameplate, plaque, brass plate, engraved plate, sign plate",
        "patch": "patch, patches, embroidered patch, cloth badge, cloth badges, iron on patch, beer mat, beer mats, coaster, coasters",
        "keepsake": (
            "keepsake, keepsakes, memento, memorabilia, souvenir, heirloom, treasure, trinket, jewellery, jewelry, necklace, bracelet, "
            "earrings, ring, rings, wedding ring, locket, cufflinks, rosary, key, keys, old key, house key, ticket, tickets, ticket stub, "
            "concert ticket, concert tickets, dog tags, dog tag, dog collar, pet collar, collar, paw print, clay print, baby shoes, baby "
            "bootees, bootees, booties, hospital bracelet, hospital band, lock of hair, curl of hair, baby tooth, teeth, wine cork, corks, "
            "champagne cork, bottle cap, bottle caps, bottle tops, pebble, pebbles, stone, stones, rock, fossil, fossils, mineral, minerals, "
            "crystal, crystals, shell, shells, seashell, seashells, sea glass, driftwood, sand, pine cone, butterfly, butterflies, insect, "
            "insects, beetle, moth, mounted butterfly, arrowhead, arrowheads, pipe, glasses, spectacles, lighter, compass, thimble, thimbles, "
            "marbles, dice, guitar picks, guitar pick, plectrum, plectrums, golf tee, puck, hockey puck, stamp, stamps, stamp collection, "
            "matchbox, matchboxes, toy bricks, minifigure, minifigures, doll's dress, glove, gloves, boxing glove, boxing gloves, baseball "
            "glove, belt, buckle, belt buckle, hat, cap, cap and scarf, helmet badge, cassette, cassettes, cassette tape, cd, cds, game "
            "cartridge, controller, phone, old phone, mobile phone, circuit board, film reel, camera, pen, fountain pen, paint brush, palette, "
            "handcuffs, bullet casing, cartridge, shell casing, horseshoe, fishing fly, fishing flies, fishing lures, lure, lures, antler, "
            "claw, bone, skull, nail, horse brass, horse brasses, bell, whistle, baton, relay baton, trowel, military memorabilia, box of "
            "memories, memory box, shadow box, shadowbox, box frame, deep frame, wedding bouquet ribbon, garter, candle, bow tie, tie, wedding "
            "favour, christening spoon and bracelet"
        ),
        "feather": "feather, feathers, peacock feather, quill",
        "record": "record, vinyl, vinyl record, lp, single, gold disc, gold record, disc, records, album, vinyl and sleeve, 45 rpm",
        "spoon": "spoon, spoons, cutlery, silver spoon, fork, christening spoon, tea spoons, teaspoon, wooden spoon, ladle",
        "fan": "fan, folding fan, hand fan, painted fan",
        "book": "book, books, old book, bible, family bible, prayer book, open book, diary, notebook, passport, hymn book, first edition",
        "ball": "cricket ball in a box, golf ball, golf balls, tennis ball, snooker ball, baseball in a box",
        "small_canvas": "several small canvases",
    },
    "garment_spread": {
        "": (
            "shirt with its sleeves spread, kimono, dress, wedding dress, gown, coat, jacket, uniform, christening gown, christening robe, "
            "robe, costume, tunic, blazer, waistcoat, whole shirt, sleeves spread, babygro, baby grow, onesie, baby dress, leather jacket, judo "
            "suit, karate suit, apron, dress uniform, tutu, ballet dress"
        )
    },
    "canvases": {
        "": (
            "two canvases in one frame, two canvases, three canvases, several canvases, triptych, diptych, pair of paintings, set of canvases, "
            "polyptych"
        )
    },
    "badge_box": {
        "": (
            "badge and a bought box, bought box frame, bought shadow box, ready made box frame, box frame i already have, medal and a bought "
            "box"
        )
    },
    "garment": {
        "": (
            "jersey, shirt, folded shirt, jerseys, shirts, football shirt, football shirts, football jersey, football top, soccer shirt, soccer jersey, rugby "
            "shirt, rugby jersey, cricket shirt, hockey jersey, ice hockey jersey, basketball jersey, basketball vest, baseball jersey, netball "
            "dress top, cycling jersey, cycle jersey, t-shirt, t shirt, tshirt, tee shirt, tee, team shirt, team jersey, sports shirt, sports "
            "jersey, sports top, kit, football kit, vest, running vest, polo shirt, singlet, signed shirt, signed jersey, match worn shirt, "
            "race top, guernsey, jumper, sweater, band t-shirt, concert t-shirt, tour t-shirt, hoodie, sweatshirt, school shirt, leavers shirt, "
            "scrub top, clothes, clothing, garment, blouse, top, race suit, leotard"
        )
    },
    "model": {
        "figure": (
            "model, figure, figurine, model car, toy car, toy cars, model cars, diecast, die cast car, model ship, ship in a box, model boat, "
            "half hull, half model, model train, locomotive, model plane, model aeroplane, model airplane, aircraft model, toy soldier, toy "
            "soldiers, soldiers, action figure, action figures, statuette, bust, doll, dolls, teddy, teddy bear, soft toy, toy, toys, puppet, "
            "diorama, dolls house room, miniature room, scene in a box, paper sculpture, light box, lights, letters cut out, miniature, "
            "miniatures, carving, wood carving, sculpture, spaceship, robot, model house, mask, masks, clay figure, ceramic figure, porcelain "
            "figure, nativity"
        ),
        "shoe": "shoes in a frame, ballet shoe, ballet shoes, pointe shoe, pointe shoes",
    },
    "plant": {
        "": (
            "pressed plant, pressed flower, pressed flowers, dried flower, dried flowers, flower, flowers, wedding bouquet, bouquet, bridal "
            "bouquet, leaf, leaves, autumn leaves, fern, ferns, herbarium, herbarium sheet, seaweed, four leaf clover, clover, petals, rose, "
            "grass, grasses, moss, botanical specimen, pressed leaf, skeleton leaf, plant, herbs, buttonhole"
        )
    },
    "changing": {
        "": (
            "pictures that are changed, changing pictures, artwork that changes, kids art, kids artwork, children's art, children's drawings, "
            "school drawings, front opening frame, frame that opens, opens at the front, frame with a door, hinged frame, display of drawings, "
            "art display, swap pictures"
        )
    },
    "flag": {
        "": (
            "flag, flags, pennant, pennants, scarf, football scarf, team scarf, silk scarf, bunting, window frame, old window, sash window, "
            "banner in a window, ensign, standard, regimental colours, headscarf, bandana, neckerchief, burgee, jack, national flag, folded "
            "flag, shawl"
        )
    },
    "part": {
        "tool": (
            "tool, tools, wheel, part, chainring, chain ring, gear, gears, cog, cogs, bicycle part, bike part, bicycle wheel, bike wheel, "
            "handlebar, handlebars, pedal, crank, crankset, derailleur, instrument, guitar, violin, ukulele, banjo, trumpet, flute, clarinet, "
            "drumstick, drumsticks, drum, tennis racket, tennis racquet, racquet, racket, badminton racket, bat, cricket bat, baseball bat, "
            "hockey stick, golf club, golf clubs, oar, paddle, surfboard fin, propeller, ski, skis, sword, swords, knife, knives, dagger, "
            "bayonet, axe, axe head, plane, hand plane, chisel, chisels, saw, old saw, hammer, spanner, wrench, piston, engine part, steering "
            "wheel, car badge, number plate, license plate, licence plate, hub cap, hubcap, turbine blade, camshaft, clock movement, clockwork, "
            "scissors, shears, rifle, pistol, musket, gun, bow, arrow, arrows, boomerang, fishing rod, fishing reel, anchor, rope, knots, road "
            "sign, sign, street sign, skateboard, skateboard deck, snowboard, brake disc, spark plug, vacuum tube, valve, typewriter, sewing "
            "machine part, garden tool, rolling pin, ice axe, walking stick, cane, baton of a conductor"
        )
    },
    "panel": {
        "": (
            "jigsaw as a panel, puzzle without a frame, puzzle with no frame, unframed jigsaw, frameless puzzle, puzzle on a board, puzzle "
            "panel, unframed puzzle"
        )
    },
    "bars": {
        "": (
            "chart on bars, poster on bars, wall chart, school chart, poster hanger, magnetic hanger, magnetic bars, hanging bars, wooden "
            "hanger, print hanger, map on bars, roll up map, pull down map, hanging poster, poster rails, poster rail, scroll hanger, hanging "
            "chart, unframed poster"
        )
    },
    "quilt": {
        "": (
            "quilt, quilts, patchwork, patchwork quilt, tapestry, tapestries, rug, rugs, carpet, kilim, banner, banners, trade union banner, "
            "weaving, wall hanging, blanket, throw, baby blanket, bedspread, sari, tartan, kente cloth, flag on a pole, woven cloth, textile "
            "hanging, wallhanging, hanging textile"
        )
    },
    "case": {
        "keepsake": (
            "thing in a clear case, cup, cups, trophy, trophies, chalice, display case, clear case, acrylic case, glass case, glass dome, "
            "cloche, dome, vase, urn, bowl, plate, plates, china, porcelain, teapot, jug, bottle, wine bottle, champagne bottle, whisky bottle, "
            "football helmet, helmet, helmets, crown, tiara, music box, snow globe, crystal glass, wine glass, pottery, pot, egg, clock, "
            "carriage clock, camera in a case, hard hat, army helmet, fire helmet, wedding cake topper, cake topper, ashes, geode, meteorite, "
            "award, awards, glass award, bear in a case, handbag"
        ),
        "ball": (
            "football, footballs, soccer ball, signed football, signed ball, rugby ball, cricket ball, baseball, basketball, ball, balls, match "
            "ball, game ball, volleyball, bowling ball"
        ),
        "shoe": (
            "boots, football boots, boot, shoes, shoe, trainers, sneakers, running shoes, spikes, skates, ice skates, cowboy boots, signed "
            "boots, clogs, high heels, cycling shoes, baby's first shoes, first shoes"
        ),
    },
}
# What is said with it, and what it says: the word, and how it comes, whether it can be replaced, that it is signed, or what it is of.
SAID_WITH: Mapping[str, str] = {
    "signed": "signed",
    "autographed": "signed",
    "framed already": "framed",
    "already framed": "framed",
    "in a frame": "framed",
    "in its frame": "framed",
    "in an old frame": "framed",
    "old frame": "framed",
    "only copy": "only",
    "only one": "only",
    "one off": "only",
    "one of a kind": "only",
    "original": "only",
    "irreplaceable": "only",
    "can't be replaced": "only",
    "cant be replaced": "only",
    "heirloom": "only",
    "unique": "only",
    "copy": "copy",
    "reprint": "copy",
    "reproduction": "copy",
    "replica": "copy",
    "silk": "silk",
    "rolled": "rolled",
    "rolled up": "rolled",
    "in a tube": "rolled",
    "mounted": "on_board",
    "on its board": "on_board",
    "on a board": "on_board",
    "dry mounted": "on_board",
    "mounted on foam": "on_board",
    "glued": "glued",
    "fresh": "fresh",
    "just picked": "fresh",
    "half dry": "half_dry",
    "varnished puzzle": "glued",
    "watercolour": "watercolour",
    "watercolor": "watercolour",
    "vellum": "vellum",
    "parchment": "vellum",
    "newspaper": "newsprint",
    "felt tip": "felt_tip",
    "ballpoint": "felt_tip",
    "leather": "leather",
    "feather": "feather",
    "fragile": "fragile",
    "brittle": "fragile",
    "heavy": "heavy",
}
